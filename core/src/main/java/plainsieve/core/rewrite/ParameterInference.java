package plainsieve.core.rewrite;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.ParameterPlace;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.value.Type;

/** Infers the type of an undefined parameter from its place or its values. */
public final class ParameterInference {
    private static final Pattern WHOLE = Pattern.compile("-?(0|[1-9]\\d{0,17})");
    private static final Pattern DECIMAL = Pattern.compile("-?(0|[1-9]\\d*)\\.\\d+");
    private static final Pattern DATE = Pattern.compile("\\d{4}-\\d{2}-\\d{2}");
    private static final Pattern DATETIME =
            Pattern.compile("\\d{4}-\\d{2}-\\d{2}[ T]\\d{2}:\\d{2}(:\\d{2}(\\.\\d+)?)?");

    private final ParsedQuery query;
    private final Tokens tokens;

    private ParameterInference(ParsedQuery query) {
        this.query = query;
        this.tokens = query.tokens();
    }

    /** The parameter of this name, inferred from the query and its choice. Blank means no filter. */
    public static Parameter of(String name, ParsedQuery query, ChoiceText chosen) {
        ParameterInference guess = new ParameterInference(query);
        List<ParameterPlace> places = query.parameters().stream()
                .filter(place -> place.name().equals(name))
                .toList();
        Type type = places.stream()
                .flatMap(place -> guess.byPlace(place).stream())
                .findFirst()
                .orElseGet(() -> typeOf(chosen.values()));
        boolean many = chosen.values().size() > 1
                || chosen.withoutValue()
                || chosen.kind() == ChoiceText.Kind.ALL
                || places.stream().anyMatch(guess::isAloneInList);
        Parameter parameter = Parameter.of(name, type);
        return many ? parameter.asMultiple() : parameter;
    }

    private Optional<Type> byPlace(ParameterPlace place) {
        int at = place.token();
        if (place.leaf().isEmpty() && isLimit(place.clause())) {
            return Optional.of(Type.INTEGER);
        }
        if (tokens.isSymbol(at + 1, "::") || (tokens.isWord(at + 1, "as") && isCast(at))) {
            return cast(at + 2);
        }
        if (place.clause() == Clause.Kind.FROM && place.leaf().isEmpty() && isWholeItem(at)) {
            return Optional.of(Type.NAME);
        }
        if (place.clause() == Clause.Kind.ORDER_BY && place.leaf().isEmpty() && isWholeKey(at)) {
            return Optional.of(Type.NAME);
        }
        return tokens.isWord(at - 1, "like") || tokens.isWord(at - 1, "ilike") || isJoinedText(at)
                ? Optional.of(Type.TEXT)
                : Optional.empty();
    }

    private static boolean isLimit(Clause.Kind kind) {
        return kind == Clause.Kind.LIMIT || kind == Clause.Kind.OFFSET || kind == Clause.Kind.FETCH;
    }

    private boolean isCast(int at) {
        return tokens.isBracket(at - 1, '(') && (tokens.isWord(at - 2, "cast") || tokens.isWord(at - 2, "try_cast"));
    }

    private Optional<Type> cast(int at) {
        return switch (tokens.is(at, TokenKind.WORD) ? tokens.written(at).toLowerCase(Locale.ROOT) : "") {
            case "date" -> Optional.of(Type.DATE);
            case "timestamp", "datetime", "timestamptz" -> Optional.of(Type.DATETIME);
            case "int", "integer", "bigint", "smallint", "signed", "unsigned", "int4", "int8" ->
                Optional.of(Type.INTEGER);
            case "numeric", "decimal", "real", "double", "float" -> Optional.of(Type.DECIMAL);
            case "text", "varchar", "char", "string" -> Optional.of(Type.TEXT);
            case "boolean", "bool" -> Optional.of(Type.BOOLEAN);
            default -> Optional.empty();
        };
    }

    private boolean isWholeItem(int at) {
        boolean begins =
                tokens.isWord(at - 1, "from") || tokens.isWord(at - 1, "join") || tokens.is(at - 1, TokenKind.COMMA);
        return (begins || tokens.isSymbol(at - 1, ".")) && !tokens.isBracket(at - 1, '(') && !insideCall(at);
    }

    private boolean insideCall(int at) {
        int depth = 0;
        for (int i = at - 1; i >= 0; i--) {
            if (tokens.is(i, TokenKind.CLOSE)) {
                depth++;
            } else if (tokens.is(i, TokenKind.OPEN) && depth-- == 0) {
                return tokens.is(i - 1, TokenKind.WORD) && !tokens.isWord(i + 1, "select");
            }
        }
        return false;
    }

    private boolean isWholeKey(int at) {
        boolean begins = tokens.isWord(at - 1, "by") || tokens.is(at - 1, TokenKind.COMMA);
        return begins && !tokens.is(at + 1, TokenKind.SYMBOL) && !insideCall(at);
    }

    private boolean isJoinedText(int at) {
        return tokens.isSymbol(at - 1, "||") || tokens.isSymbol(at + 1, "||");
    }

    private boolean isAloneInList(ParameterPlace place) {
        int at = place.token();
        return tokens.isWord(at - 2, "in") && tokens.isBracket(at - 1, '(') && tokens.isBracket(at + 1, ')');
    }

    /** The common type of these values; text for an empty list. */
    public static Type typeOf(List<String> values) {
        if (values.isEmpty()) {
            return Type.TEXT;
        }
        if (all(values, WHOLE)) {
            return Type.INTEGER;
        }
        if (values.stream()
                .allMatch(value ->
                        WHOLE.matcher(value).matches() || DECIMAL.matcher(value).matches())) {
            return Type.DECIMAL;
        }
        if (all(values, DATE)) {
            return Type.DATE;
        }
        if (values.stream()
                .allMatch(value ->
                        DATE.matcher(value).matches() || DATETIME.matcher(value).matches())) {
            return Type.DATETIME;
        }
        return values.stream().allMatch(value -> value.equals("true") || value.equals("false"))
                ? Type.BOOLEAN
                : Type.TEXT;
    }

    private static boolean all(List<String> values, Pattern pattern) {
        return values.stream().allMatch(value -> pattern.matcher(value).matches());
    }
}
