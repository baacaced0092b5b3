package plainsieve.server.definitions.model;

import java.time.Duration;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import plainsieve.core.parameter.DefaultDefinition;
import plainsieve.server.people.Role;

/**
 * Settings that apply to a project in one stage: {@link #DRAFT} for its authors, {@link #LIVE} for viewers, or a
 * named one. The same definitions can have small data in one and full data in another.
 *
 * @param values defaults of parameters in the stage, by name; viewers can choose other values
 * @param sources the source that replaces another one of its kind, by the other's ID
 * @param version on which a change is based; 0 without settings
 */
public record Stage(
        String name, Map<String, DefaultDefinition> values, Map<String, String> sources, Limits limits, int version) {
    /** The stage of authors. */
    public static final String DRAFT = "draft";

    /** The stage of viewers. */
    public static final String LIVE = "live";

    /** The pattern of names, which are part of addresses. */
    public static final String NAMES = "[a-z][a-z0-9-]{0,30}";

    /**
     * The limits of each statement.
     *
     * @param rows the maximum number of rows of a view or the bench; empty for the server's
     * @param longest the timeout, except for downloads; empty for that of the server and the source
     */
    public record Limits(OptionalLong rows, Optional<Duration> longest) {
        public static final Limits NONE = new Limits(OptionalLong.empty(), Optional.empty());

        /** The smaller of the usual and this limit. */
        public long rows(long usual) {
            return Math.min(usual, rows.orElse(usual));
        }

        /** The shorter of the usual and this timeout. */
        public Duration longest(Duration usual) {
            return longest.filter(here -> here.compareTo(usual) < 0).orElse(usual);
        }
    }

    public Stage {
        values = Collections.unmodifiableMap(new LinkedHashMap<>(values));
        sources = Collections.unmodifiableMap(new LinkedHashMap<>(sources));
    }

    /** The role required to change, remove and restore the settings of a stage: those of live affect every viewer at once. */
    public static Role requiredRole(String name) {
        return name.equals(LIVE) ? Role.OPERATOR : Role.AUTHOR;
    }

    /** A stage without settings. */
    public static Stage of(String name) {
        return new Stage(name, Map.of(), Map.of(), Limits.NONE, 0);
    }

    /** The source that replaces the given one. */
    public String sourceFor(String sourceId) {
        return sources.getOrDefault(sourceId, sourceId);
    }

    /** Whether it changes anything. */
    public boolean saysNothing() {
        return values.isEmpty() && sources.isEmpty() && limits.equals(Limits.NONE);
    }

    public Stage withValues(Map<String, DefaultDefinition> newValues) {
        return new Stage(name, newValues, sources, limits, version);
    }

    /** The same with other defaults for some parameters. */
    public Stage opening(Map<String, DefaultDefinition> others) {
        Map<String, DefaultDefinition> all = new LinkedHashMap<>(values);
        all.putAll(others);
        return withValues(all);
    }
}
