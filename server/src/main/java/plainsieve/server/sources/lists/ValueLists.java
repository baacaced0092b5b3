package plainsieve.server.sources.lists;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import plainsieve.core.parameter.AllowedValues;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.ListedValue;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.parameter.RestrictedChoice;
import plainsieve.core.parameter.RowAccessRule;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.core.value.ValueReader;
import plainsieve.server.definitions.model.Query;

/** The values of parameters, given the choices of the parameters that their lists depend on. */
@Service
public class ValueLists {
    private static final int PAGE = 100;

    private final ListQueries queries;
    private final ListCache kept;
    private final RowAccess rowAccess;
    private final Clock clock;

    ValueLists(ListQueries queries, ListCache kept, RowAccess rowAccess, Clock clock) {
        this.queries = queries;
        this.kept = kept;
        this.rowAccess = rowAccess;
        this.clock = clock;
    }

    /**
     * Values of a list.
     *
     * @param complete whether these are all values; otherwise the list is searched at its source
     * @param more whether there are further matches
     * @param queriedAt when the source was queried, ISO 8601; empty for a typed list
     * @param refreshing whether a newer result is being loaded
     */
    public record ValueList(
            List<ListedValue> values, boolean complete, boolean more, String queriedAt, boolean refreshing) {}

    private static final ValueList NO_LIST = new ValueList(List.of(), false, false, "", false);

    /** Loads recently used lists from disk, so that their next user does not wait. Queries no source. */
    public void remember() {
        kept.remember();
    }

    /** The list from its start; the first page of one that is too long to cache. */
    public ValueList of(ParameterDefinition definition, ListScope scope, Map<String, ChoiceText> parents) {
        Optional<RestrictedChoice> held = restrictedValues(definition, scope, parents);
        if (held.isPresent()) {
            return theirs(definition, scope, parents, held.get());
        }
        if (!definition.list().isAsked()) {
            return notAsked(definition);
        }
        ListCache.CacheHit found =
                kept.get(prepared(definition, scope, parents), definition.list().cacheTime());
        return body(found.list(), found.refreshing());
    }

    /** The permitted values of a parameter; empty if unrestricted. Throws {@link ProblemException} if there are none. */
    public Optional<RestrictedChoice> restriction(
            ParameterDefinition definition, ListScope scope, Map<String, ChoiceText> chosen) {
        return rowAccess.of(definition, scope, chosen);
    }

    /** The permitted values of a restricted parameter. */
    private Optional<RestrictedChoice> restrictedValues(
            ParameterDefinition definition, ListScope scope, Map<String, ChoiceText> parents) {
        return rowAccess.of(definition, scope, parents).filter(held -> !held.isEverything());
    }

    /** The permitted values of a restricted parameter with labels; the values themselves without a list. */
    private ValueList theirs(
            ParameterDefinition definition, ListScope scope, Map<String, ChoiceText> parents, RestrictedChoice held) {
        List<ListedValue> values = definition.list().exists()
                ? named(definition, scope, parents, held.values()).stream()
                        .filter(item -> held.shows(item.value()))
                        .toList()
                : held.values().stream().map(ListedValue::of).toList();
        return new ValueList(values, true, false, "", false);
    }

    /* Its own list is not restricted by itself. */
    private ListQueries.Prepared prepared(
            ParameterDefinition definition, ListScope scope, Map<String, ChoiceText> parents) {
        ListQueries.Prepared prepared = queries.prepare(definition, scope, parents);
        Set<String> said = new HashSet<>(prepared.query().parameterNames());
        said.add(definition.name());
        Set<String> things = Set.of(
                RowAccessRule.listOf(definition.name()), definition.list().queryId());
        rowAccess.require(scope, things, "The list of “%s”".formatted(definition.label()), said);
        return prepared;
    }

    private static ValueList notAsked(ParameterDefinition definition) {
        return definition.list().exists()
                ? new ValueList(definition.list().typedValues(), true, false, "", false)
                : NO_LIST;
    }

    /** The list, queried again. */
    public ValueList refreshed(ParameterDefinition definition, ListScope scope, Map<String, ChoiceText> parents) {
        return definition.list().isAsked()
                        && restrictedValues(definition, scope, parents).isEmpty()
                ? body(kept.refreshed(prepared(definition, scope, parents)), false)
                : of(definition, scope, parents);
    }

    private static ValueList body(CachedList list, boolean refreshing) {
        List<ListedValue> values = list.complete()
                ? list.values()
                : list.values().subList(0, Math.min(PAGE, list.values().size()));
        return new ValueList(
                values, list.complete(), !list.complete(), list.queriedAt().toString(), refreshing);
    }

    /** Which part of a list is searched for. */
    public record ListPage(String search, int start) {
        public boolean isWhole() {
            return search.isEmpty() && start == 0;
        }
    }

    /** A page of values whose label contains the search text, sorted by label; long lists are searched at the source. */
    public ValueList search(
            ParameterDefinition definition, ListScope scope, Map<String, ChoiceText> parents, ListPage part) {
        if (!definition.list().isAsked()
                || restrictedValues(definition, scope, parents).isPresent()) {
            return of(definition, scope, parents);
        }
        ListQueries.Prepared list = prepared(definition, scope, parents);
        CachedList whole = kept.get(list, definition.list().cacheTime()).list();
        if (whole.complete()) {
            return body(whole, false);
        }
        CachedList page = queries.page(list, whole.labelColumn(), part, PAGE + 1);
        boolean more = page.values().size() > PAGE;
        Instant now = clock.instant();
        return new ValueList(more ? page.values().subList(0, PAGE) : page.values(), false, more, now.toString(), false);
    }

    /** The listed ones of these values, with their labels, in their order. */
    public List<ListedValue> named(
            ParameterDefinition definition, ListScope scope, Map<String, ChoiceText> parents, List<String> values) {
        if (values.isEmpty()) {
            return List.of();
        }
        Optional<RestrictedChoice> held = restrictedValues(definition, scope, parents);
        List<String> shown = values.stream()
                .filter(value -> held.isEmpty() || held.get().shows(value))
                .toList();
        return definition.list().isAsked()
                ? queried(definition, scope, parents, shown)
                : definition.list().typedValues().stream()
                        .filter(item -> held.isEmpty() || held.get().shows(item.value()))
                        .toList();
    }

    private List<ListedValue> queried(
            ParameterDefinition definition, ListScope scope, Map<String, ChoiceText> parents, List<String> values) {
        ListQueries.Prepared list = prepared(definition, scope, parents);
        CachedList whole = kept.get(list, definition.list().cacheTime()).list();
        List<ListedValue> found = new ArrayList<>(among(whole, values));
        if (!whole.complete() && found.size() < values.size()) {
            found.addAll(lookup(list, whole, missing(values, found)));
        }
        return found;
    }

    private static List<ListedValue> among(CachedList list, List<String> values) {
        Set<String> wanted = new HashSet<>(values);
        return list.values().stream()
                .filter(item -> wanted.contains(item.value()))
                .toList();
    }

    private static List<String> missing(List<String> values, List<ListedValue> found) {
        Set<String> missing = new LinkedHashSet<>(values);
        found.forEach(item -> missing.remove(item.value()));
        return List.copyOf(missing);
    }

    private List<ListedValue> lookup(ListQueries.Prepared list, CachedList whole, List<String> values) {
        Type type = Type.ofWord(whole.valueType()).orElse(Type.TEXT);
        List<String> readable =
                values.stream().filter(value -> isReadable(type, value)).toList();
        return readable.isEmpty()
                ? List.of()
                : queries.lookup(list, whole.valueColumn(), type, readable).values();
    }

    private static boolean isReadable(Type type, String value) {
        try {
            ValueReader.read(type, value);
            return true;
        } catch (ProblemException e) {
            return false;
        }
    }

    /**
     * The values to check a choice against; empty if the parameter accepts any value. For a list that is too long to cache,
     * the listed ones of the selected values. A stale list is refreshed before a value is rejected.
     */
    public Optional<AllowedValues> allowed(
            ParameterDefinition definition, ListScope scope, Map<String, ChoiceText> parents, List<String> chosen) {
        if (!definition.list().exists()) {
            return Optional.empty();
        }
        Optional<RestrictedChoice> held = restrictedValues(definition, scope, parents);
        if (held.isPresent()) {
            return Optional.of(
                    allowed(theirs(definition, scope, parents, held.get()).values()));
        }
        if (!definition.list().isAsked()) {
            return Optional.of(allowed(definition.list().typedValues()));
        }
        ListQueries.Prepared list = prepared(definition, scope, parents);
        CachedList whole = kept.get(list, definition.list().cacheTime()).list();
        if (whole.complete()
                && among(whole, chosen).size() < new HashSet<>(chosen).size()
                && whole.queriedAt().plusSeconds(1).isBefore(clock.instant())) {
            whole = kept.refreshed(list);
        }
        if (whole.complete()) {
            return Optional.of(allowed(whole.values()));
        }
        return chosen.isEmpty() ? Optional.empty() : Optional.of(allowed(named(definition, scope, parents, chosen)));
    }

    private static AllowedValues allowed(List<ListedValue> values) {
        return AllowedValues.of(values.stream().map(ListedValue::value).toList());
    }

    /** The first value of a default's query; blank without rows. */
    public ChoiceText defaultOf(ParameterDefinition definition, ListScope scope, Map<String, ChoiceText> parents) {
        Query query = scope.project().query(definition.start().queryId());
        ListQueries.Prepared prepared = queries.ofQuery(query, scope, parents);
        Set<String> said = new HashSet<>(prepared.query().parameterNames());
        said.add(definition.name());
        rowAccess.require(
                scope,
                Set.of(RowAccessRule.listOf(definition.name()), query.id()),
                "The default of “%s”".formatted(definition.label()),
                said);
        List<String> values = kept.get(prepared, definition.list().cacheTime()).list().values().stream()
                .map(ListedValue::value)
                .toList();
        return definition.many()
                ? ChoiceText.of(values)
                : ChoiceText.of(values.stream().limit(1).toList());
    }
}
