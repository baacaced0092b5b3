package plainsieve.core.request;

import java.util.List;
import java.util.OptionalLong;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Value;

/** The values of a choice in a request; empty where the enclosing part is omitted. */
final class RequestValues {
    private RequestValues() {}

    /** Throws {@link ProblemException} for choices that no request can express. */
    static List<Value> of(Parameter parameter, Choice choice) {
        if (choice instanceof Choice.One one) {
            return meansEveryRow(parameter, one.value()) ? List.of() : List.of(one.value());
        }
        if (choice instanceof Choice.Many many) {
            if (many.withoutValue()) {
                throw invalid(
                        parameter,
                        ProblemKind.NOT_SUPPORTED,
                        "A request cannot select rows without a value of :%s.",
                        "Choose values only.");
            }
            return many.values();
        }
        if (choice instanceof Choice.All) {
            return parameter.sendEach() ? parameter.listedValues().orElse(List.of()) : List.of();
        }
        if (parameter.blankRule() == BlankRule.NO_FILTER) {
            return List.of();
        }
        throw invalid(
                parameter,
                ProblemKind.NOT_SUPPORTED,
                ":%s is blank, and a request can only omit its part.",
                "Choose a value, or let blank mean no filter.");
    }

    private static boolean meansEveryRow(Parameter parameter, Value value) {
        return value instanceof Value.Whole number
                && parameter.unlimitedValue().equals(OptionalLong.of(number.number()));
    }

    /** Throws {@link ProblemException} for values that their part has no room for. */
    static void check(Parameter parameter, List<Value> values, RequestPart part) {
        boolean repeats =
                part.kind() == RequestPart.Kind.QUERY && part.value().holes().size() == 1;
        if (values.size() > 1 && part.spelling().joined().isEmpty() && !repeats) {
            throw invalid(
                    parameter,
                    ProblemKind.NOT_SUPPORTED,
                    "Several values are chosen for :%s, but its place in the request accepts one.",
                    "Write “joined by ','” after the line, or let the parameter take one value.");
        }
        for (Value value : values) {
            check(parameter, value, part);
        }
    }

    private static void check(Parameter parameter, Value value, RequestPart part) {
        String text = value.written();
        boolean listed = !(value instanceof Value.Name)
                || parameter.allowed().filter(list -> list.allow(text)).isPresent();
        if (!listed) {
            throw invalid(
                    parameter,
                    ProblemKind.VALUE_NOT_LISTED,
                    ":%s is a name and must be chosen from a list.",
                    "Give the parameter a list of the names that are allowed.");
        }
        // A server may decode a value and interpret it as the parent folder.
        if (part.kind() == RequestPart.Kind.PATH && (text.isEmpty() || PathSegments.haveDots(text))) {
            throw invalid(
                    parameter,
                    ProblemKind.INVALID_VALUE,
                    "“" + text.replace("%", "%%") + "” of :%s is not allowed in a path.",
                    "Choose another value, or send it in the query string.");
        }
        if (part.kind() == RequestPart.Kind.HEADER && !text.chars().allMatch(c -> c >= ' ' && c < 127)) {
            throw invalid(
                    parameter,
                    ProblemKind.INVALID_VALUE,
                    "The value of :%s has a character that is invalid in a header.",
                    "Choose another value, or send it in the query string.");
        }
    }

    private static ProblemException invalid(Parameter parameter, ProblemKind kind, String message, String advice) {
        return new ProblemException(
                Problem.of(kind, message.formatted(parameter.name()), advice).about(parameter.name()));
    }
}
