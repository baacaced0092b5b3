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
 * What holds while a project is seen in one way: {@link #DRAFT} while its authors make it, {@link #LIVE} for viewers, or another
 * that was named. So the same definitions are small in one and full in another.
 *
 * @param values what a parameter opens with instead of its default, by the parameter's name; viewers can choose others
 * @param sources which source is asked instead of another of its kind, by the other's id
 * @param version the version that a change is made from; 0 while nothing was ever said of it
 */
public record Stage(
        String name, Map<String, DefaultDefinition> values, Map<String, String> sources, Limits limits, int version) {
    /** What authors see of what they make. */
    public static final String DRAFT = "draft";

    /** What viewers see. */
    public static final String LIVE = "live";

    /** The pattern of names, which are part of addresses. */
    public static final String NAMES = "[a-z][a-z0-9-]{0,30}";

    /**
     * What each of its statements may take.
     *
     * @param rows the most that a view or the bench shows; nothing for what the server says
     * @param longest after this it is stopped, but for downloads; nothing for what the server and the source say
     */
    public record Limits(OptionalLong rows, Optional<Duration> longest) {
        public static final Limits NONE = new Limits(OptionalLong.empty(), Optional.empty());

        /** The smaller of what is usual and what holds here. */
        public long rows(long usual) {
            return Math.min(usual, rows.orElse(usual));
        }

        /** The shorter of what is usual and what holds here. */
        public Duration longest(Duration usual) {
            return longest.filter(here -> here.compareTo(usual) < 0).orElse(usual);
        }
    }

    public Stage {
        values = Collections.unmodifiableMap(new LinkedHashMap<>(values));
        sources = Collections.unmodifiableMap(new LinkedHashMap<>(sources));
    }

    /** The role that may change, remove and restore the settings of a stage: those of live hold for every viewer at once. */
    public static Role requiredRole(String name) {
        return name.equals(LIVE) ? Role.OPERATOR : Role.AUTHOR;
    }

    /** One in which nothing else holds. */
    public static Stage of(String name) {
        return new Stage(name, Map.of(), Map.of(), Limits.NONE, 0);
    }

    /** The source that is asked where this one is meant. */
    public String asks(String sourceId) {
        return sources.getOrDefault(sourceId, sourceId);
    }

    /** Whether it changes anything. */
    public boolean saysNothing() {
        return values.isEmpty() && sources.isEmpty() && limits.equals(Limits.NONE);
    }

    public Stage withValues(Map<String, DefaultDefinition> newValues) {
        return new Stage(name, newValues, sources, limits, version);
    }

    /** The same, but that some parameters open with something else. */
    public Stage opening(Map<String, DefaultDefinition> others) {
        Map<String, DefaultDefinition> all = new LinkedHashMap<>(values);
        all.putAll(others);
        return withValues(all);
    }
}
