package plainsieve.server.sources.lists;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.ListedValue;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.parameter.RestrictedChoice;
import plainsieve.core.parameter.RowAccessRule;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.server.definitions.forms.StoredForms;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.people.Caller;
import plainsieve.server.records.access.GroupChoiceRecords;
import plainsieve.server.records.access.GroupChoiceRow;
import plainsieve.server.records.access.IdentityRecords;

/** Enforces row access rules on choices and lists. Authors are not restricted, because they can query any row. */
@Service
public class RowAccess {
    private final ListCache kept;
    private final GroupChoiceRecords groups;
    private final ListQueries queries;
    private final IdentityRecords identities;
    private final StoredForms forms;

    RowAccess(
            ListQueries queries,
            ListCache kept,
            GroupChoiceRecords groups,
            IdentityRecords identities,
            StoredForms forms) {
        this.queries = queries;
        this.identities = identities;
        this.kept = kept;
        this.groups = groups;
        this.forms = forms;
    }

    /**
     * The permitted values of a parameter; empty if unrestricted. For callers with a link, the values that the link fixes.
     *
     * @param chosen choices of the parameters of the defining query
     * @throws ProblemException if there are none
     */
    public Optional<RestrictedChoice> of(
            ParameterDefinition definition, ListScope scope, Map<String, ChoiceText> chosen) {
        return theirs(definition, scope, chosen).map(held -> new RestrictedChoice(definition, held));
    }

    /** The same as a choice. */
    Optional<ChoiceText> theirs(ParameterDefinition definition, ListScope scope, Map<String, ChoiceText> chosen) {
        RowAccessRule rowAccessRule = definition.rowAccess();
        if (scope.caller().viewer().isByLink() && rowAccessRule.holds()) {
            return Optional.of(scope.caller().fixed().getOrDefault(definition.name(), ChoiceText.blank()));
        }
        return isFree(scope.caller())
                ? Optional.empty()
                : switch (rowAccessRule.by()) {
                    case VIEWER -> Optional.empty();
                    case GROUP -> Optional.of(ofGroups(definition, scope));
                    case CLAIM ->
                        Optional.of(ChoiceText.of(
                                identities.claims(scope.caller().viewer().name(), rowAccessRule.claim())));
                    case QUERY -> Optional.of(ofQuery(definition, scope, chosen));
                };
    }

    private static boolean isFree(Caller caller) {
        return caller.seesInside();
    }

    /** The union of the values of all groups. */
    private ChoiceText ofGroups(ParameterDefinition definition, ListScope scope) {
        List<ChoiceText> said = groups.of(scope.project().id(), definition.name()).stream()
                .filter(row -> scope.caller().viewer().groups().contains(row.groupId()))
                .map(this::choice)
                .toList();
        if (said.stream().anyMatch(choice -> choice.kind() == ChoiceText.Kind.ALL)) {
            return ChoiceText.all();
        }
        Set<String> values = new LinkedHashSet<>();
        said.forEach(choice -> values.addAll(choice.values()));
        boolean withoutValue = said.stream().anyMatch(ChoiceText::withoutValue);
        return values.isEmpty() && !withoutValue
                ? ChoiceText.blank()
                : new ChoiceText(ChoiceText.Kind.VALUES, List.copyOf(values), withoutValue);
    }

    private ChoiceText choice(GroupChoiceRow row) {
        return forms.read(row.choice(), ChoiceText.class);
    }

    /* A blank argument would omit a condition of the query, which would then permit too much. */
    private ChoiceText ofQuery(ParameterDefinition definition, ListScope scope, Map<String, ChoiceText> chosen) {
        Query query = scope.project().query(definition.rowAccess().queryId());
        ListQueries.Prepared prepared = queries.ofQuery(query, scope, chosen);
        boolean blank = prepared.query().parameterNames().stream()
                .anyMatch(name -> chosen.getOrDefault(name, ChoiceText.blank()).kind() != ChoiceText.Kind.VALUES);
        if (blank) {
            return ChoiceText.blank();
        }
        CachedList list = kept.now(prepared);
        if (!list.complete()) {
            throw new ProblemException(Problem.of(
                            ProblemKind.ROW_ACCESS_DENIED,
                            "You have more than %,d values of “%s”."
                                    .formatted(ListQueries.MOST_VALUES, definition.label()),
                            "Ask the report's author for a coarser row access rule.")
                    .about(definition.name()));
        }
        return ChoiceText.of(list.values().stream().map(ListedValue::value).toList());
    }

    /**
     * Throws {@link ProblemException} if a caller may not see the result of a text because it does not use a restricted parameter.
     *
     * @param things notations of exempt objects: one of them suffices
     * @param inWords the requested object as text
     * @param mentioned the parameters in its text
     */
    public void require(ListScope scope, Set<String> things, String inWords, Set<String> mentioned) {
        if (!shows(scope, things, mentioned)) {
            List<ParameterDefinition> missing = missing(scope.project(), things, mentioned);
            throw new ProblemException(Problem.of(
                    ProblemKind.ROW_ACCESS_DENIED,
                    "%s does not use “%s”, by which your rows are restricted."
                            .formatted(inWords, missing.get(0).label()),
                    "Ask the report's author to add it, or to open it to all."));
        }
    }

    /** Whether a caller may see the result of a text with these parameters. */
    public boolean shows(ListScope scope, Set<String> things, Set<String> mentioned) {
        return isFree(scope.caller())
                || missing(scope.project(), things, mentioned).isEmpty();
    }

    /** The restricted parameters that a text does not use although it is not exempt. */
    public static List<ParameterDefinition> missing(Project project, Set<String> things, Set<String> mentioned) {
        List<ParameterDefinition> missing = new ArrayList<>();
        project.parameters().values().stream()
                .filter(definition -> definition.rowAccess().holds()
                        && things.stream().noneMatch(definition.rowAccess()::isOpen)
                        && !mentioned.contains(definition.name()))
                .forEach(missing::add);
        return missing;
    }
}
