package plainsieve.core.hardcoded;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.LinkedList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import plainsieve.core.catalog.ColumnFacts;
import plainsieve.core.catalog.ComparedColumn;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.hardcoded.HardCodedValueFinder.Candidate;
import plainsieve.core.hardcoded.HardCodedValueFinder.Piece;
import plainsieve.core.hardcoded.HardCodedValueFinder.Replaced;
import plainsieve.core.parameter.ValueCoverage;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.Condition;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.SelectList;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.value.Type;

/** The fixed values in a tree of conditions. */
final class HardCodedConditions {
    /** With more comparisons of one column, none form a range: each could be the end of every other. */
    private static final int MOST_ENDS = 100;

    private final ParsedQuery query;
    private final Tokens tokens;
    private final Dialect dialect;
    private final ColumnFacts facts;
    private final NestedLiterals within;

    /** A comparison of an expression with one literal. */
    private record Single(Condition.Leaf leaf, Span compared, Comparison.Kind operator, Literal literal) {}

    HardCodedConditions(ParsedQuery query, Dialect dialect, ColumnFacts facts) {
        this.query = query;
        this.tokens = query.tokens();
        this.dialect = dialect;
        this.facts = facts;
        this.within = new NestedLiterals(query, dialect);
    }

    List<Candidate> in(Condition condition) {
        List<Candidate> found = new ArrayList<>();
        collect(condition, found);
        return found;
    }

    private void collect(Condition condition, List<Candidate> into) {
        condition.accept(new Condition.Visitor<List<Candidate>>() {
            @Override
            public List<Candidate> joined(Condition.Compound joined) {
                HardCodedConditions.this.joined(joined, into);
                return into;
            }

            @Override
            public List<Candidate> not(Condition.Not not) {
                return not.operand().accept(this);
            }

            @Override
            public List<Candidate> parenthesised(Condition.Parenthesised wrapped) {
                return wrapped.inner().accept(this);
            }

            @Override
            public List<Candidate> leaf(Condition.Leaf leaf) {
                HardCodedConditions.this.leaf(leaf, into);
                return into;
            }
        });
    }

    /** Two bounds of one column in the same AND list form a range. */
    private void joined(Condition.Compound joined, List<Candidate> into) {
        Set<Condition> paired = new HashSet<>();
        if (!joined.or()) {
            Map<String, List<Single>> byColumn = joined.items().stream()
                    .filter(Condition.Leaf.class::isInstance)
                    .flatMap(item -> single((Condition.Leaf) item).stream())
                    .collect(Collectors.groupingBy(this::comparedWords, LinkedHashMap::new, Collectors.toList()));
            byColumn.values().forEach(singles -> pair(singles, paired, into));
        }
        joined.items().stream().filter(item -> !paired.contains(item)).forEach(item -> collect(item, into));
    }

    private String comparedWords(Single single) {
        StringBuilder words = new StringBuilder();
        for (int i = single.compared().from(); i < single.compared().to(); i++) {
            words.append(tokens.written(i).toLowerCase(Locale.ROOT)).append(' ');
        }
        return words.toString();
    }

    /** Pairs the first lower with the first upper bound, and so on. */
    private void pair(List<Single> singles, Set<Condition> paired, List<Candidate> into) {
        if (singles.size() > MOST_ENDS) {
            return;
        }
        List<Single> ends = new LinkedList<>(singles);
        for (Single low : singles) {
            if (low.operator() != Comparison.Kind.GREATER_OR_EQUAL) {
                continue;
            }
            for (Iterator<Single> rest = ends.iterator(); rest.hasNext() && !paired.contains(low.leaf()); ) {
                Single high = rest.next();
                range(low, high).ifPresent(one -> {
                    into.add(one);
                    paired.add(low.leaf());
                    paired.add(high.leaf());
                    rest.remove();
                });
            }
        }
    }

    /** IS accepts keywords only. */
    private Optional<Single> single(Condition.Leaf leaf) {
        return Comparison.of(tokens, leaf.span()).flatMap(comparison -> {
            if (tokens.isWord(comparison.operator(), "is")) {
                return Optional.empty();
            }
            Optional<Literal> right = Literal.of(tokens, comparison.right());
            Optional<Literal> left = Literal.of(tokens, comparison.left());
            if (right.isPresent() && left.isEmpty()) {
                return Optional.of(new Single(leaf, comparison.left(), comparison.kind(), right.get()));
            }
            return left.isPresent() && right.isEmpty()
                    ? Optional.of(new Single(leaf, comparison.right(), turned(comparison.kind()), left.get()))
                    : Optional.empty();
        });
    }

    private static Comparison.Kind turned(Comparison.Kind kind) {
        return switch (kind) {
            case LESS -> Comparison.Kind.GREATER;
            case LESS_OR_EQUAL -> Comparison.Kind.GREATER_OR_EQUAL;
            case GREATER -> Comparison.Kind.LESS;
            case GREATER_OR_EQUAL -> Comparison.Kind.LESS_OR_EQUAL;
            default -> kind;
        };
    }

    /**
     * Both ends of a range are included. An excluded last day, {@code < '2026-04-01'}, becomes the day before it,
     * written as {@code < :to + 1 day}: the same rows, with a last day that viewers understand.
     */
    private Optional<Candidate> range(Single low, Single high) {
        boolean ends = low.operator() == Comparison.Kind.GREATER_OR_EQUAL
                && (high.operator() == Comparison.Kind.LESS_OR_EQUAL || high.operator() == Comparison.Kind.LESS)
                && tokens.sameText(low.compared(), high.compared());
        if (!ends) {
            return Optional.empty();
        }
        ComparedColumn column = column(low.compared(), Comparison.Kind.BETWEEN);
        Type type = LiteralTypes.of(column, List.of(low.literal(), high.literal()), Comparison.Kind.BETWEEN);
        boolean open = high.operator() == Comparison.Kind.LESS;
        if ((open && type != Type.DATE) || !inOrder(type, low.literal(), high.literal())) {
            return Optional.empty();
        }
        Piece upper = open
                ? new Piece(
                        hole(
                                ParameterNameSuggestions.suggest(column),
                                type,
                                dayBefore(high.literal().text())),
                        high.literal().tokens(),
                        tokens.isSymbol(high.literal().tokens().to(), "::")
                                ? "(" + dialect.dayAfter("%s") + ")"
                                : dialect.dayAfter("%s"))
                : piece(ParameterNameSuggestions.suggest(column), type, high.literal());
        Piece lower = piece(ParameterNameSuggestions.from(column), type, low.literal());
        return Optional.of(new Candidate(
                HardCodedValue.Kind.RANGE, Optional.of(column), Comparison.Kind.BETWEEN, List.of(lower, upper)));
    }

    private static boolean inOrder(Type type, Literal low, Literal high) {
        String one = low.writtenAs(type).orElse(low.text());
        String other = high.writtenAs(type).orElse(high.text());
        boolean numbers = type == Type.INTEGER || type == Type.DECIMAL;
        return numbers ? new BigDecimal(one).compareTo(new BigDecimal(other)) <= 0 : one.compareTo(other) <= 0;
    }

    private static String dayBefore(String day) {
        return LocalDate.parse(day).minusDays(1).toString();
    }

    private void leaf(Condition.Leaf leaf, List<Candidate> into) {
        Set<Integer> used = new HashSet<>();
        Optional<Candidate> whole = whole(leaf);
        whole.ifPresent(found -> {
            into.add(found);
            found.pieces().forEach(piece -> {
                for (int i = piece.span().from(); i < piece.span().to(); i++) {
                    used.add(i);
                }
            });
        });
        within.literals(leaf.span(), used).forEach(into::add);
    }

    private Optional<Candidate> whole(Condition.Leaf leaf) {
        Optional<Single> single = single(leaf);
        if (single.isPresent()) {
            return Optional.of(compared(leaf, single.get()));
        }
        Optional<Comparison> comparison = Comparison.of(tokens, leaf.span());
        if (comparison.isEmpty()) {
            return Optional.empty();
        }
        return comparison.get().kind() == Comparison.Kind.IN
                ? list(comparison.get())
                : comparison.get().kind() == Comparison.Kind.BETWEEN ? between(comparison.get()) : Optional.empty();
    }

    private Candidate compared(Condition.Leaf leaf, Single single) {
        ComparedColumn column = column(single.compared(), single.operator());
        Type type = LiteralTypes.of(column, List.of(single.literal()), single.operator());
        String name = ParameterNameSuggestions.compared(column, type, single.operator());
        Optional<Piece> pattern =
                single.operator() == Comparison.Kind.LIKE ? pattern(leaf, single, name) : Optional.empty();
        return new Candidate(
                HardCodedValue.Kind.COMPARED,
                Optional.of(column),
                single.operator(),
                List.of(pattern.orElseGet(() -> listable(single, piece(name, type, single.literal())))));
    }

    /** {@code x = 'a'} can also be {@code x in (:many)}. */
    private Piece listable(Single single, Piece piece) {
        int operator = single.compared().to();
        Span both = new Span(operator, single.literal().tokens().to());
        boolean behind = single.literal().tokens().from() == operator + 1;
        if (behind && tokens.isSymbol(operator, "=")) {
            return piece.orMany(new Replaced(both, "in (%s)"));
        }
        boolean unequal = tokens.isSymbol(operator, "<>") || tokens.isSymbol(operator, "!=");
        return behind && unequal ? piece.orMany(new Replaced(both, "not in (%s)")) : piece;
    }

    /** {@code x like '%seal%'} searches for a word: viewers choose the word, not the pattern. */
    private Optional<Piece> pattern(Condition.Leaf leaf, Single single, String name) {
        String text = single.literal().text();
        boolean before = text.startsWith("%");
        boolean behind = text.endsWith("%") && text.length() > 1;
        String word = text.substring(before ? 1 : 0, text.length() - (behind ? 1 : 0));
        int operator = single.compared().to();
        boolean plain = tokens.isWord(operator, "like")
                && single.literal().tokens().to() == leaf.span().to();
        if (!plain || word.isEmpty() || word.matches("(?s).*[%_\\\\].*") || !(before || behind)) {
            return Optional.empty();
        }
        ValueCoverage coverage =
                before && behind ? ValueCoverage.CONTAINING : behind ? ValueCoverage.STARTING : ValueCoverage.ENDING;
        return Optional.of(new Piece(
                new HardCodedValue.Placeholder(name, Type.TEXT, false, coverage, List.of(word)),
                new Span(operator, leaf.span().to()),
                "= %s"));
    }

    private Optional<Candidate> list(Comparison comparison) {
        Span right = comparison.right();
        if (!tokens.isBracket(right.from(), '(') || !tokens.isBracket(right.to() - 1, ')')) {
            return Optional.empty();
        }
        List<Literal> items = new ArrayList<>();
        Span inside = new Span(right.from() + 1, right.to() - 1);
        List<Span> parts = SelectList.split(tokens, query.brackets(), inside);
        parts.forEach(part -> Literal.of(tokens, part).ifPresent(items::add));
        if (items.isEmpty() || items.size() < parts.size()) {
            return Optional.empty();
        }
        ComparedColumn column = column(comparison.left(), Comparison.Kind.IN);
        Type type = LiteralTypes.of(column, items, Comparison.Kind.IN);
        HardCodedValue.Placeholder placeholder = new HardCodedValue.Placeholder(
                ParameterNameSuggestions.compared(column, type, Comparison.Kind.IN),
                type,
                true,
                ValueCoverage.ITSELF,
                items.stream()
                        .map(item -> item.writtenAs(type).orElse(item.text()))
                        .distinct()
                        .toList());
        return Optional.of(new Candidate(
                HardCodedValue.Kind.LIST,
                Optional.of(column),
                Comparison.Kind.IN,
                List.of(new Piece(placeholder, inside, "%s").orMany(new Replaced(inside, "%s")))));
    }

    private Optional<Candidate> between(Comparison comparison) {
        Span right = comparison.right();
        int and = Comparison.next(tokens, right, right.from(), i -> tokens.isWord(i, "and"));
        if (and < 0) {
            return Optional.empty();
        }
        Optional<Literal> low = Literal.of(tokens, new Span(right.from(), and));
        Optional<Literal> high = Literal.of(tokens, new Span(and + 1, right.to()));
        if (low.isEmpty() || high.isEmpty()) {
            return Optional.empty();
        }
        ComparedColumn column = column(comparison.left(), Comparison.Kind.BETWEEN);
        Type type = LiteralTypes.of(column, List.of(low.get(), high.get()), Comparison.Kind.BETWEEN);
        return !inOrder(type, low.get(), high.get())
                ? Optional.empty()
                : Optional.of(new Candidate(
                        HardCodedValue.Kind.RANGE,
                        Optional.of(column),
                        Comparison.Kind.BETWEEN,
                        List.of(
                                piece(ParameterNameSuggestions.from(column), type, low.get()),
                                piece(ParameterNameSuggestions.suggest(column), type, high.get()))));
    }

    private ComparedColumn column(Span expression, Comparison.Kind kind) {
        return ComparedColumn.at(query, dialect, facts, expression, kind);
    }

    static Piece piece(String name, Type type, Literal literal) {
        return new Piece(hole(name, type, literal.writtenAs(type).orElse(literal.text())), literal.tokens(), "%s");
    }

    private static HardCodedValue.Placeholder hole(String name, Type type, String value) {
        return new HardCodedValue.Placeholder(name, type, false, ValueCoverage.ITSELF, List.of(value));
    }
}
