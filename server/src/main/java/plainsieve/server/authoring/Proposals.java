package plainsieve.server.authoring;

import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import plainsieve.core.catalogue.ComparedColumn;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.ParameterGuess;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.server.project.ChoiceBody;
import plainsieve.server.project.DefaultDefinition;
import plainsieve.server.project.ListDefinition;
import plainsieve.server.project.ParameterDefinition;
import plainsieve.server.project.Queries;
import plainsieve.server.records.QueryRow;
import plainsieve.server.sources.SourceFacts;

/** Proposes parameters: type and list from the column that a name is compared with, else from the place where it stands. */
@Service
public class Proposals {
    private final Queries queries;
    private final SourceFacts facts;

    Proposals(Queries queries, SourceFacts facts) {
        this.queries = queries;
        this.facts = facts;
    }

    /**
     * A proposed parameter.
     *
     * @param reason why it is what it is, in words
     * @param column the column it is compared with, for a list in one step; without a name when there is none
     */
    public record Proposal(ParameterDefinition definition, String reason, ListDefinition.ColumnPlace column) {}

    public Proposal of(QueryRow query, String text, String name) {
        try {
            return of(query, queries.prepare(query, text), name);
        } catch (ProblemException e) {
            return new Proposal(
                    definition(Parameter.of(name, Type.TEXT), ""),
                    "The text cannot be read yet.",
                    ListDefinition.ColumnPlace.NONE);
        }
    }

    private Proposal of(QueryRow query, PreparedQuery prepared, String name) {
        ParsedQuery parsed = prepared.query();
        List<ComparedColumn> columns = ComparedColumn.of(parsed, prepared.dialect(), facts.of(query.sourceId()), name);
        Parameter guessed = ParameterGuess.of(name, parsed, ChoiceText.blank());
        Optional<ComparedColumn> compared =
                columns.stream().filter(column -> column.type().isPresent()).findFirst();
        if (compared.isEmpty()) {
            boolean limit = guessed.type() == Type.INTEGER;
            return new Proposal(
                    definition(guessed, limit ? "0" : ""),
                    columns.isEmpty()
                            ? "A %s, by the place where it stands."
                                    .formatted(guessed.type().inWords())
                            : "Nothing is known of %s, so it is taken for a %s."
                                    .formatted(
                                            columns.get(0).expression(),
                                            guessed.type().inWords()),
                    ListDefinition.ColumnPlace.NONE);
        }
        ComparedColumn column = compared.get();
        Type type = asChosen(column);
        boolean many = guessed.many() || column.kind() == Comparison.Kind.IN;
        Parameter parameter = many ? Parameter.of(name, type).takingMany() : Parameter.of(name, type);
        String why = type == column.type().orElseThrow()
                ? "A %s, as %s is.".formatted(type.inWords(), column.expression())
                : "A day, because %s is compared by its order; it holds times.".formatted(column.expression());
        return new Proposal(
                definition(parameter, ""),
                why,
                ListDefinition.ColumnPlace.of(query.sourceId(), column).orElse(ListDefinition.ColumnPlace.NONE));
    }

    /** Whoever narrows moments by their order thinks in days. */
    private static Type asChosen(ComparedColumn column) {
        boolean ordered =
                switch (column.kind()) {
                    case LESS, LESS_OR_EQUAL, GREATER, GREATER_OR_EQUAL, BETWEEN -> true;
                    default -> false;
                };
        Type type = column.type().orElseThrow();
        return type == Type.DATETIME && ordered ? Type.DATE : type;
    }

    static ParameterDefinition definition(Parameter parameter, String everyRow) {
        String words = parameter.name().replace('_', ' ');
        String label = Character.toUpperCase(words.charAt(0)) + words.substring(1);
        return new ParameterDefinition(
                parameter.name(),
                label,
                "",
                "",
                everyRow.isEmpty() ? "" : "rows",
                parameter.type().word(),
                parameter.many(),
                parameter.covers().word(),
                parameter.blankRule().word(),
                everyRow.isEmpty() ? "any " + words : "every row",
                "",
                everyRow,
                "",
                "",
                "",
                "",
                ListDefinition.any(),
                "",
                false,
                DefaultDefinition.of(ChoiceBody.blank()),
                ChoiceBody.blank(),
                List.of(),
                0);
    }
}
