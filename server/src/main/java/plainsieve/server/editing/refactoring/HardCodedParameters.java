package plainsieve.server.editing.refactoring;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import plainsieve.core.catalog.ComparedColumn;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.hardcoded.HardCodedValue;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.ColumnReference;
import plainsieve.core.parameter.ListDefinition;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.SelectBuilder;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.editing.assist.ColumnProfiles;
import plainsieve.server.editing.assist.ParameterProposals;
import plainsieve.server.results.evidence.AnswerDigest;
import plainsieve.server.sources.StatementSender;
import plainsieve.server.sources.sent.Purpose;
import plainsieve.server.sources.sent.StatementOrigin;
import plainsieve.sources.SourceFailure;

/** Defines the parameters that replace hard-coded values. */
@Service
class HardCodedParameters {
    private static final int FEW_VALUES = 100;

    private final StatementSender statementSender;

    HardCodedParameters(StatementSender statementSender) {
        this.statementSender = statementSender;
    }

    /** The parameters of a fixed value; the upper end of a range before the lower, which names it. */
    List<ParameterDefinition> of(Project project, HardCodedValueConversion.Draft draft, HardCodedValue value) {
        List<ParameterDefinition> definitions = new ArrayList<>();
        String upper = "";
        for (int i = value.placeholders().size() - 1; i >= 0; i--) {
            HardCodedValue.Placeholder placeholder = value.placeholders().get(i);
            ChoiceText fixed = ChoiceText.of(placeholder.values());
            definitions.add(ParameterProposals.definition(parameter(value.kind(), placeholder))
                    .inPlaceOf(fixed, i == 0 ? upper : "")
                    .withList(list(project, draft, value, placeholder)));
            upper = placeholder.name();
        }
        return definitions;
    }

    /** Where nothing can be left out. */
    private static final Set<HardCodedValue.Kind> NEEDED =
            EnumSet.of(HardCodedValue.Kind.ARGUMENT, HardCodedValue.Kind.WITHIN, HardCodedValue.Kind.SELECTED);

    private static Parameter parameter(HardCodedValue.Kind kind, HardCodedValue.Placeholder placeholder) {
        Parameter one = Parameter.of(placeholder.name(), placeholder.type()).covering(placeholder.covers());
        Parameter parameter = placeholder.many() ? one.asMultiple() : one;
        if (kind == HardCodedValue.Kind.LIMIT) {
            return parameter.withEveryRowValue(0);
        }
        return NEEDED.contains(kind) ? parameter.withBlankRule(BlankRule.NOT_ALLOWED) : parameter;
    }

    /** A list from the column if it is categorical with few values that include the hard-coded ones: choices must be listed. */
    private ListDefinition list(
            Project project,
            HardCodedValueConversion.Draft draft,
            HardCodedValue value,
            HardCodedValue.Placeholder placeholder) {
        Query query = draft.query();
        Optional<ColumnReference> place = value.column()
                .filter(HardCodedParameters::namesThings)
                .flatMap(column -> ColumnProfiles.place(query.sourceId(), column));
        boolean listable = placeholder.type() == Type.TEXT || placeholder.type() == Type.INTEGER;
        StatementOrigin origin =
                new StatementOrigin(project.asDraft(), draft.caller(), query.sourceId(), query.id(), Purpose.PREVIEW);
        return place.isPresent() && listable && isListed(origin, place.get(), placeholder.values())
                ? new ListDefinition.FromColumn(place.get(), false, ListDefinition.USUALLY_KEPT)
                : new ListDefinition.Any();
    }

    private static boolean namesThings(ComparedColumn column) {
        return column.kind() == Comparison.Kind.EQUAL
                || column.kind() == Comparison.Kind.NOT_EQUAL
                || column.kind() == Comparison.Kind.IN;
    }

    private boolean isListed(StatementOrigin origin, ColumnReference place, List<String> fixed) {
        Dialect dialect = origin.project().dialect(origin.sourceId());
        String text = SelectBuilder.from(dialect, place.schema(), place.table())
                .select("distinct " + dialect.quoteName(place.column()))
                .limit(Integer.toString(FEW_VALUES + 1))
                .text();
        AnswerDigest digest = new AnswerDigest();
        try {
            statementSender.send(origin, new Statement(text, List.of(), List.of(), AnswerDigest.MOST_ROWS), digest);
        } catch (SourceFailure e) {
            // Without a result there is no list; the parameter accepts any value.
            return false;
        }
        Set<String> listed =
                digest.rows().stream().map(row -> row.get(0)).collect(Collectors.toCollection(HashSet::new));
        return listed.size() <= FEW_VALUES && listed.containsAll(fixed);
    }
}
