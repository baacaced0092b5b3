package plainsieve.core.hardcoded;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.catalog.ColumnFacts;
import plainsieve.core.catalog.ComparedColumn;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.parameter.ValueCoverage;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.FromItem;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.SelectList;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.value.TextLocation;
import plainsieve.core.value.Type;

/**
 * Finds literals that could become parameters, and the edits that convert them. With the parameter at its default, the query
 * returns the same rows as before.
 */
public final class HardCodedValueFinder {
    private static final String ROW_LIMIT = "row_limit";

    private final ParsedQuery query;
    private final Tokens tokens;
    private final HardCodedConditions conditions;
    private final List<Candidate> found = new ArrayList<>();

    /** A hard-coded value whose parameters have no names yet. */
    record Candidate(
            HardCodedValue.Kind kind, Optional<ComparedColumn> column, Comparison.Kind operator, List<Piece> pieces) {}

    /**
     * One parameter of a candidate.
     *
     * @param one the replaced tokens
     * @param many the tokens that a multi-value parameter would replace; empty if that is impossible
     */
    record Piece(HardCodedValue.Placeholder hole, Replaced one, Optional<Replaced> many) {
        Piece(HardCodedValue.Placeholder placeholder, Span span, String around) {
            this(placeholder, new Replaced(span, around), Optional.empty());
        }

        Span span() {
            return one.span();
        }

        Piece orMany(Replaced many) {
            return new Piece(hole, one, Optional.of(many));
        }
    }

    /**
     * The tokens that a parameter replaces.
     *
     * @param span the tokens
     * @param around the surrounding text, with {@code %s} for the parameter
     */
    record Replaced(Span span, String around) {}

    private HardCodedValueFinder(ParsedQuery query, Dialect dialect, ColumnFacts facts) {
        this.query = query;
        this.tokens = query.tokens();
        this.conditions = new HardCodedConditions(query, dialect, facts);
    }

    /**
     * Every hard-coded value, in text order.
     *
     * @param taken names that new parameters cannot have
     */
    public static List<HardCodedValue> of(ParsedQuery query, Dialect dialect, ColumnFacts facts, Set<String> taken) {
        HardCodedValueFinder values = new HardCodedValueFinder(query, dialect, facts);
        for (Clause clause : query.conditionClauses()) {
            values.found.addAll(values.conditions.in(clause.condition().orElseThrow()));
        }
        query.limitClauses().forEach(values::limit);
        query.fromItems().forEach(values::arguments);
        values.found.addAll(new SelectListLiterals(query, dialect).literals());
        return values.named(new ParameterNameSuggestions(taken));
    }

    private void limit(Clause clause) {
        List<Span> numbers = new ArrayList<>();
        boolean plain = true;
        for (int i = clause.body().from(); i < clause.body().to(); i++) {
            if (tokens.is(i, TokenKind.NUMBER)) {
                numbers.add(new Span(i, i + 1));
            }
            plain &= tokens.is(i, TokenKind.NUMBER) || tokens.is(i, TokenKind.WORD);
        }
        if (plain && numbers.size() == 1) {
            String name = clause.kind() == Clause.Kind.OFFSET ? "rows_to_skip" : ROW_LIMIT;
            Literal.of(tokens, numbers.get(0))
                    .filter(literal -> literal.type() == Type.INTEGER)
                    .ifPresent(literal -> found.add(single(HardCodedValue.Kind.LIMIT, name, literal)));
        }
    }

    private static Candidate single(HardCodedValue.Kind kind, String name, Literal literal) {
        HardCodedValue.Placeholder placeholder = new HardCodedValue.Placeholder(
                name,
                literal.type(),
                false,
                ValueCoverage.ITSELF,
                List.of(literal.writtenAs(literal.type()).orElse(literal.text())));
        return new Candidate(
                kind, Optional.empty(), Comparison.Kind.OTHER, List.of(new Piece(placeholder, literal.tokens(), "%s")));
    }

    private void arguments(FromItem item) {
        int open = item.name().isEmpty() ? -1 : item.name().to();
        if (item.kind() != FromItem.Kind.FUNCTION || !tokens.isBracket(open, '(')) {
            return;
        }
        String function =
                ParameterNameSuggestions.plain(tokens.written(item.name().to() - 1));
        Span list = new Span(open + 1, query.brackets().close(open));
        for (Span argument : SelectList.split(tokens, query.brackets(), list)) {
            Literal.of(tokens, argument)
                    .ifPresent(literal -> found.add(single(HardCodedValue.Kind.ARGUMENT, function + "_of", literal)));
        }
    }

    /** Equal values of one column become one parameter. */
    private List<HardCodedValue> named(ParameterNameSuggestions names) {
        Map<Object, List<Candidate>> alike = new LinkedHashMap<>();
        found.stream()
                .sorted(Comparator.comparingInt(one -> start(one.pieces().get(0).span())))
                .forEach(one -> alike.computeIfAbsent(likeness(one), key -> new ArrayList<>())
                        .add(one));
        return alike.values().stream().map(same -> named(same, names)).toList();
    }

    private Object likeness(Candidate one) {
        boolean plain = one.column().flatMap(ComparedColumn::column).isPresent();
        return plain
                ? List.of(
                        one.kind(),
                        one.column().get().column(),
                        one.column().get().table(),
                        one.operator(),
                        one.pieces().stream().map(Piece::hole).toList())
                : one;
    }

    private HardCodedValue named(List<Candidate> same, ParameterNameSuggestions names) {
        Candidate first = same.get(0);
        List<HardCodedValue.Placeholder> holes = first.pieces().stream()
                .map(piece -> piece.hole().named(names.free(piece.hole().name())))
                .toList();
        List<TextLocation> places = new ArrayList<>();
        List<HardCodedValue.Gap> gaps = new ArrayList<>();
        List<HardCodedValue.Gap> forMany = new ArrayList<>();
        for (Candidate one : same) {
            for (int i = 0; i < one.pieces().size(); i++) {
                Piece piece = one.pieces().get(i);
                places.add(tokens.place(start(piece.span()), end(piece.span())));
                gaps.add(gap(i, piece.one()));
                if (piece.many().isPresent()) {
                    forMany.add(gap(i, piece.many().get()));
                }
            }
        }
        boolean everywhere = forMany.size() == gaps.size();
        return new HardCodedValue(first.kind(), places, first.column(), holes, gaps, everywhere ? forMany : List.of());
    }

    private HardCodedValue.Gap gap(int hole, Replaced replaced) {
        int start = start(replaced.span());
        char before = start == 0 ? ' ' : query.text().charAt(start - 1);
        boolean apart = Character.isWhitespace(before) || before == '(' || before == ',';
        return new HardCodedValue.Gap(hole, start, end(replaced.span()), (apart ? "" : " ") + replaced.around());
    }

    private int start(Span span) {
        return tokens.start(span.from());
    }

    private int end(Span span) {
        return tokens.end(span.to() - 1);
    }
}
