package plainsieve.core.rewrite.rule;

import java.util.Optional;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.edit.Edit;
import plainsieve.core.rewrite.edit.Fragment;
import plainsieve.core.rewrite.edit.SourceText;
import plainsieve.core.sql.ParameterPlace;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.TextLocation;
import plainsieve.core.value.Value;

/**
 * Replaces one parameter by a placeholder with its value, or by a quoted name from its list.
 *
 * <pre>
 * x >= :p        15        x >= ?
 * f(:a)          blank     f(?)  with NULL if the rule is "rows without a value"; otherwise rejected
 * order by :c    delay     order by "delay"
 * </pre>
 */
public final class BindValueRule {
    private BindValueRule() {}

    public static Edit apply(ParameterPlace place, Choices choices, SourceText sourceText) {
        Parameter parameter = choices.parameter(place.name());
        return new Edit(
                sourceText.tokens().start(place.token()),
                sourceText.tokens().end(place.token()),
                replacement(place, parameter, choices.of(place.name()), sourceText));
    }

    private static Fragment replacement(
            ParameterPlace place, Parameter parameter, Choice choice, SourceText sourceText) {
        Optional<Value> value = singleValue(choice);
        if (value.isPresent()) {
            return value.get() instanceof Value.Name name
                    ? listedName(parameter, name, place, sourceText)
                    : Fragment.bound(parameter.name(), new PlaceholderBinding.Single(value.get()));
        }
        if (choice.isBlank()) {
            return blank(place, parameter, sourceText);
        }
        if (choice instanceof Choice.All) {
            throw invalid(
                    parameter,
                    sourceText.tokens().place(place.token()),
                    ProblemKind.NOT_SUPPORTED,
                    ":%s is set to all, but this place needs explicit values.",
                    "Choose values, or give the parameter a list.");
        }
        throw invalid(
                parameter,
                sourceText.tokens().place(place.token()),
                ProblemKind.NOT_SUPPORTED,
                ":%s takes many values, but this place accepts one.",
                "Compare with =, <> or IN, or let the parameter take one value.");
    }

    /** A multi-value parameter is permitted anywhere while one value is chosen. */
    private static Optional<Value> singleValue(Choice choice) {
        if (choice instanceof Choice.One one) {
            return Optional.of(one.value());
        }
        return choice instanceof Choice.Many many && many.values().size() == 1 && !many.withoutValue()
                ? Optional.of(many.values().get(0))
                : Optional.empty();
    }

    private static Fragment blank(ParameterPlace place, Parameter parameter, SourceText sourceText) {
        boolean bindsNull = parameter.blankRule() == BlankRule.ROWS_WITHOUT_VALUE
                && (place.leaf().isEmpty() || isNullSafe(sourceText.tokens(), place.token()));
        if (bindsNull) {
            return Fragment.bound(parameter.name(), new PlaceholderBinding.TypedNull(parameter.type()));
        }
        throw invalid(
                parameter,
                sourceText.tokens().place(place.token()),
                ProblemKind.NOT_SUPPORTED,
                ":%s is blank, but this place can neither be omitted nor be NULL.",
                "Choose a value, or change its blank rule to “not allowed”.");
    }

    /** {@code is not distinct from :p} and {@code <=> :p} find rows without a value by NULL itself. */
    private static boolean isNullSafe(Tokens tokens, int token) {
        return tokens.isSymbol(token - 1, "<=>")
                || (tokens.isWord(token - 1, "from") && tokens.isWord(token - 2, "distinct"));
    }

    /** A name is the only choice that becomes text; so it must be on the list, and it is quoted. */
    private static Fragment listedName(
            Parameter parameter, Value.Name name, ParameterPlace place, SourceText sourceText) {
        boolean listed =
                parameter.allowed().filter(list -> list.allow(name.name())).isPresent();
        if (!listed || name.name().indexOf('\0') >= 0) {
            throw invalid(
                    parameter,
                    sourceText.tokens().place(place.token()),
                    ProblemKind.VALUE_NOT_LISTED,
                    ":%s is a name and must be chosen from a list.",
                    "Give the parameter a list of the names that are allowed.");
        }
        return Fragment.of(sourceText.dialect().quoteName(name.name()));
    }

    private static ProblemException invalid(
            Parameter parameter, TextLocation where, ProblemKind kind, String message, String advice) {
        return new ProblemException(Problem.of(kind, message.formatted(parameter.name()), advice)
                .at(where)
                .about(parameter.name()));
    }
}
