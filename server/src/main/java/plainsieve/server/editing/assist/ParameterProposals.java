package plainsieve.server.editing.assist;

import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import plainsieve.core.catalog.ComparedColumn;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.ColumnReference;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.rewrite.ParameterInference;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.QueryPart;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.sources.SourceFacts;

/** Proposes parameters: type and list from the compared column, otherwise from the place in the text. */
@Service
public class ParameterProposals {
    private final SourceFacts facts;

    ParameterProposals(SourceFacts facts) {
        this.facts = facts;
    }

    /**
     * A proposed parameter.
     *
     * @param reason for its properties
     * @param column the compared column, for its list; without a name if there is none
     */
    public record Proposal(ParameterDefinition definition, String reason, ColumnReference column) {}

    public Proposal of(Project project, Query query, String text, String name) {
        try {
            PreparedQuery prepared = project.prepare(query, text);
            return QueryPart.of(query.sourceId(), prepared).stream()
                    .filter(part -> part.mentions(name))
                    .findFirst()
                    .map(part -> of(part, name))
                    .orElseGet(() -> of(new QueryPart(query.sourceId(), prepared), name));
        } catch (ProblemException e) {
            return new Proposal(
                    definition(Parameter.of(name, Type.TEXT)), "The text cannot be parsed yet.", ColumnReference.NONE);
        }
    }

    private Proposal of(QueryPart part, String name) {
        ParsedQuery parsed = part.query().query();
        List<ComparedColumn> columns =
                ComparedColumn.of(parsed, part.query().dialect(), facts.of(part.sourceId()), name);
        Parameter guessed = ParameterInference.of(name, parsed, ChoiceText.blank());
        Optional<ComparedColumn> compared =
                columns.stream().filter(column -> column.type().isPresent()).findFirst();
        Optional<DeclaredArgument> argument = DeclaredArgument.of(parsed, name, facts.functions(part.sourceId()));
        if (compared.isEmpty() && argument.flatMap(DeclaredArgument::type).isPresent()) {
            Type type = argument.get().type().orElseThrow();
            return new Proposal(
                    definition(Parameter.of(name, type).withBlankRule(BlankRule.NOT_ALLOWED)),
                    "A %s, as %s takes it."
                            .formatted(type.inWords(), argument.get().of()),
                    ColumnReference.NONE);
        }
        if (compared.isEmpty()) {
            return byPlace(columns, guessed);
        }
        ComparedColumn column = compared.get();
        Type type = asChosen(column);
        boolean many = guessed.multiple() || column.kind() == Comparison.Kind.IN;
        Parameter parameter = many ? Parameter.of(name, type).asMultiple() : Parameter.of(name, type);
        String why = type == column.type().orElseThrow()
                ? "A %s, as %s is.".formatted(type.inWords(), column.expression())
                : "A date, because %s is a timestamp compared by order.".formatted(column.expression());
        return new Proposal(
                definition(parameter),
                why,
                ColumnProfiles.place(part.sourceId(), column).orElse(ColumnReference.NONE));
    }

    /** Without a column of known type. */
    private static Proposal byPlace(List<ComparedColumn> columns, Parameter guessed) {
        boolean limit = guessed.type() == Type.INTEGER;
        return new Proposal(
                definition(limit ? guessed.withEveryRowValue(0) : guessed),
                columns.isEmpty()
                        ? "A %s, inferred from its place."
                                .formatted(guessed.type().inWords())
                        : "%s is unknown; a %s is assumed."
                                .formatted(
                                        columns.get(0).expression(),
                                        guessed.type().inWords()),
                ColumnReference.NONE);
    }

    /** Anyone who narrows moments by their order thinks in days. */
    private static Type asChosen(ComparedColumn column) {
        boolean ordered =
                switch (column.kind()) {
                    case LESS, LESS_OR_EQUAL, GREATER, GREATER_OR_EQUAL, BETWEEN -> true;
                    default -> false;
                };
        Type type = column.type().orElseThrow();
        return type == Type.DATETIME && ordered ? Type.DATE : type;
    }

    public static ParameterDefinition definition(Parameter parameter) {
        String words = parameter.name().replace('_', ' ');
        String label = Character.toUpperCase(words.charAt(0)) + words.substring(1);
        boolean limit = parameter.unlimitedValue().isPresent();
        return ParameterDefinition.of(
                parameter,
                new ParameterDefinition.Words(
                        label, "", "", limit ? "rows" : "", limit ? "every row" : "any " + words));
    }
}
