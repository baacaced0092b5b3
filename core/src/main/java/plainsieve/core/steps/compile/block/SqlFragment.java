package plainsieve.core.steps.compile.block;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import plainsieve.core.steps.model.LineSpan;

/** A fragment of a statement under construction, with its column references and origins. */
public record SqlFragment(List<Piece> pieces) {
    /** A stretch of it. */
    public sealed interface Piece {}

    public record Words(String text, StepOrigin origin) implements Piece {}

    /** A column of a FROM item. */
    public record Ref(String alias, String column, StepOrigin origin) implements Piece {}

    /** A whole query within. */
    public record Within(SelectBlock block) implements Piece {}

    private static final StepOrigin NOWHERE = new StepOrigin(-1, new LineSpan(0, 0));

    /* Represents an argument while a form is filled in; no form has such characters. */
    private static final char FIRST_MARK = '\uE000';

    public SqlFragment {
        pieces = List.copyOf(pieces);
    }

    public static SqlFragment of(String text, StepOrigin origin) {
        return new SqlFragment(List.of(new Words(text, origin)));
    }

    public static SqlFragment of(Piece piece) {
        return new SqlFragment(List.of(piece));
    }

    /** Joins fragments with a separator. */
    public static SqlFragment joined(List<SqlFragment> parts, String between, StepOrigin origin) {
        List<Piece> all = new ArrayList<>();
        for (SqlFragment part : parts) {
            if (!all.isEmpty() && !between.isEmpty()) {
                all.add(new Words(between, origin));
            }
            all.addAll(part.pieces());
        }
        return new SqlFragment(all);
    }

    /** A syntax form applied to fragments, in the order of its arguments. */
    public static SqlFragment form(Function<List<String>, String> form, StepOrigin origin, SqlFragment... parts) {
        List<String> marks = new ArrayList<>();
        for (int i = 0; i < parts.length; i++) {
            marks.add(Character.toString((char) (FIRST_MARK + i)));
        }
        String filled = form.apply(marks);
        List<Piece> pieces = new ArrayList<>();
        int from = 0;
        for (int i = 0; i <= filled.length(); i++) {
            int part = i == filled.length() ? 0 : filled.charAt(i) - FIRST_MARK;
            boolean isPart = i < filled.length() && part >= 0 && part < parts.length;
            if ((isPart || i == filled.length()) && from < i) {
                pieces.add(new Words(filled.substring(from, i), origin));
            }
            if (isPart) {
                pieces.addAll(parts[part].pieces());
                from = i + 1;
            }
        }
        return new SqlFragment(pieces);
    }

    public SqlFragment and(String text, StepOrigin origin) {
        return plus(of(text, origin));
    }

    public SqlFragment plus(SqlFragment more) {
        List<Piece> all = new ArrayList<>(pieces);
        all.addAll(more.pieces());
        return new SqlFragment(all);
    }

    /** In brackets. */
    public SqlFragment bracketed(StepOrigin origin) {
        return of("(", origin).plus(this).and(")", origin);
    }

    /** Whether the text is equal, whatever its origin. */
    public boolean isAs(SqlFragment other) {
        return from(NOWHERE).equals(other.from(NOWHERE));
    }

    /** The same text with another origin. */
    private SqlFragment from(StepOrigin origin) {
        return new SqlFragment(pieces.stream()
                .map(piece -> piece instanceof Words words
                        ? new Words(words.text(), origin)
                        : piece instanceof Ref ref ? new Ref(ref.alias(), ref.column(), origin) : piece)
                .toList());
    }

    /** A column reference with this origin; computed text keeps its own. */
    public SqlFragment withOrigin(StepOrigin origin) {
        return pieces.size() == 1 && pieces.get(0) instanceof Ref ? from(origin) : this;
    }

    /** Replaces some columns. */
    public SqlFragment replaced(Function<Ref, Optional<SqlFragment>> others) {
        List<Piece> all = new ArrayList<>();
        for (Piece piece : pieces) {
            Optional<SqlFragment> other = piece instanceof Ref ref ? others.apply(ref) : Optional.empty();
            all.addAll(other.map(SqlFragment::pieces).orElse(List.of(piece)));
        }
        return new SqlFragment(all);
    }

    /** How many characters it has, about. */
    public int length() {
        return pieces.stream()
                .mapToInt(piece -> piece instanceof Words words ? words.text().length() : 12)
                .sum();
    }

    public void queries(Consumer<SelectBlock> each) {
        pieces.stream()
                .filter(Within.class::isInstance)
                .map(Within.class::cast)
                .forEach(within -> each.accept(within.block()));
    }

    /** Every referenced column, including those in subqueries. */
    public void refs(Consumer<Ref> each) {
        for (Piece piece : pieces) {
            if (piece instanceof Ref ref) {
                each.accept(ref);
            } else if (piece instanceof Within within) {
                within.block().refs(each);
            }
        }
    }
}
