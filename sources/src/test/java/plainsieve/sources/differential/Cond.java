package plainsieve.sources.differential;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.stream.Stream;

/**
 * A condition that can be written as SQL with parameters, and evaluated for one row by SQL's three-valued logic. An empty
 * evaluation means that the condition is omitted.
 */
interface Cond {
    enum Truth {
        TRUE,
        FALSE,
        UNKNOWN;

        Truth not() {
            return this == UNKNOWN ? UNKNOWN : this == TRUE ? FALSE : TRUE;
        }

        static Truth of(boolean holds) {
            return holds ? TRUE : FALSE;
        }
    }

    String sql(String kind);

    Optional<Truth> eval(Map<String, Object> row, Env env);

    /** Simpler conditions to try when a case fails. */
    default Stream<Cond> smaller() {
        return Stream.empty();
    }

    record Joined(boolean or, List<Cond> items) implements Cond {
        @Override
        public String sql(String kind) {
            String word = or ? " or " : "\n  and ";
            return "("
                    + String.join(
                            word, items.stream().map(item -> item.sql(kind)).toList()) + ")";
        }

        @Override
        public Optional<Truth> eval(Map<String, Object> row, Env env) {
            List<Truth> kept =
                    items.stream().flatMap(item -> item.eval(row, env).stream()).toList();
            if (kept.isEmpty()) {
                return Optional.empty();
            }
            Truth decides = or ? Truth.TRUE : Truth.FALSE;
            return Optional.of(
                    kept.contains(decides) ? decides : kept.contains(Truth.UNKNOWN) ? Truth.UNKNOWN : decides.not());
        }

        @Override
        public Stream<Cond> smaller() {
            Stream<Cond> fewer = items.stream().filter(item -> items.size() > 1).map(item -> {
                List<Cond> rest = new ArrayList<>(items);
                rest.remove(item);
                return rest.size() == 1 ? rest.get(0) : new Joined(or, rest);
            });
            return Stream.of(items.stream(), fewer).flatMap(s -> s);
        }
    }

    record Not(Cond operand) implements Cond {
        @Override
        public String sql(String kind) {
            return "not " + operand.sql(kind);
        }

        @Override
        public Optional<Truth> eval(Map<String, Object> row, Env env) {
            return operand.eval(row, env).map(Truth::not);
        }

        @Override
        public Stream<Cond> smaller() {
            return Stream.of(operand);
        }
    }

    /** A condition given by its text and its evaluation. */
    record Leaf(String text, BiFunction<Map<String, Object>, Env, Optional<Truth>> meaning) implements Cond {
        @Override
        public String sql(String kind) {
            return text;
        }

        @Override
        public Optional<Truth> eval(Map<String, Object> row, Env env) {
            return meaning.apply(row, env);
        }
    }

    static Object parsed(Object like, String text) {
        if (like instanceof Long) {
            return Long.valueOf(text);
        }
        if (like instanceof BigDecimal) {
            return new BigDecimal(text);
        }
        if (like instanceof LocalDate) {
            return LocalDate.parse(text);
        }
        return like instanceof LocalDateTime ? LocalDateTime.parse(text) : text;
    }

    @SuppressWarnings("unchecked")
    static int compare(Object one, Object other) {
        return ((Comparable<Object>) one).compareTo(other);
    }

    static Truth compared(Object value, String text, String operator) {
        if (value == null) {
            return Truth.UNKNOWN;
        }
        int order = compare(value, parsed(value, text));
        return Truth.of(
                switch (operator) {
                    case "=" -> order == 0;
                    case "<>" -> order != 0;
                    case "<" -> order < 0;
                    case "<=" -> order <= 0;
                    case ">" -> order > 0;
                    default -> order >= 0;
                });
    }

    /** {@code column operator :parameter} for a single-value parameter. */
    static Cond one(String column, String operator, String parameter, String text) {
        return new Leaf(
                text,
                (row, env) -> env.blank(parameter)
                        ? Optional.empty()
                        : Optional.of(compared(row.get(column), env.one(parameter), operator)));
    }

    /** {@code in} or {@code not in} with a multi-value parameter; {@code also} is another list item. */
    static Cond many(String column, String parameter, boolean negated, Optional<String> also, String text) {
        return new Leaf(text, (row, env) -> {
            if (env.blank(parameter)) {
                return Optional.empty();
            }
            Object value = row.get(column);
            List<String> values = new ArrayList<>(env.values(parameter));
            also.ifPresent(values::add);
            if (value == null) {
                // "or x is null" matches the row; "and x is not null" does not.
                Truth found = env.withoutValue(parameter) ? Truth.of(!negated) : Truth.UNKNOWN;
                return Optional.of(values.isEmpty() && !env.withoutValue(parameter) ? Truth.of(negated) : found);
            }
            boolean in = values.stream().anyMatch(item -> compared(value, item, "=") == Truth.TRUE);
            return Optional.of(Truth.of(in != negated));
        });
    }

    /** Membership in months, computed from year and month only. */
    static Cond months(String column, String parameter, boolean negated, String text) {
        return new Leaf(text, (row, env) -> {
            if (env.blank(parameter)) {
                return Optional.empty();
            }
            Object value = row.get(column);
            if (value == null) {
                return Optional.of(env.withoutValue(parameter) ? Truth.of(!negated) : Truth.UNKNOWN);
            }
            boolean in = env.values(parameter).stream().anyMatch(value.toString()::startsWith);
            return Optional.of(Truth.of(in != negated));
        });
    }

    /** After a month, or not after its last instant. */
    static Cond afterMonth(String column, String parameter, boolean after, String text) {
        return new Leaf(text, (row, env) -> {
            boolean range = text.contains("between");
            if (env.blank(parameter)) {
                return range ? Optional.of(row.get(column) == null ? Truth.UNKNOWN : Truth.TRUE) : Optional.empty();
            }
            if (row.get(column) == null) {
                return Optional.of(Truth.UNKNOWN);
            }
            String month =
                    row.get(column).toString().substring(0, env.one(parameter).length());
            return Optional.of(Truth.of(month.compareTo(env.one(parameter)) > 0 == after));
        });
    }

    static Cond between(String column, String low, String high, boolean negated, String text) {
        return new Leaf(text, (row, env) -> {
            List<Truth> parts = new ArrayList<>();
            if (!env.blank(low)) {
                parts.add(compared(row.get(column), env.one(low), negated ? "<" : ">="));
            }
            if (!env.blank(high)) {
                parts.add(compared(row.get(column), env.one(high), negated ? ">" : "<="));
            }
            if (parts.isEmpty()) {
                return Optional.empty();
            }
            Truth decides = negated ? Truth.TRUE : Truth.FALSE;
            return Optional.of(
                    parts.contains(decides) ? decides : parts.contains(Truth.UNKNOWN) ? Truth.UNKNOWN : decides.not());
        });
    }

    /** Blank selects null rows. */
    static Cond orWithout(String column, String parameter, boolean negated, String text) {
        return new Leaf(text, (row, env) -> {
            Object value = row.get(column);
            if (env.blank(parameter)) {
                return Optional.of(Truth.of((value == null) != negated));
            }
            return Optional.of(compared(value, env.one(parameter), negated ? "<>" : "="));
        });
    }

    static Cond contains(String column, String parameter, String text) {
        return new Leaf(text, (row, env) -> {
            if (env.blank(parameter)) {
                return Optional.empty();
            }
            if (row.get(column) == null) {
                return Optional.of(Truth.UNKNOWN);
            }
            String value = (String) row.get(column);
            String word = env.one(parameter);
            boolean anyCase = env.kind().equals("sqlite");
            return Optional.of(Truth.of(anyCase ? ascii(value).contains(ascii(word)) : value.contains(word)));
        });
    }

    private static String ascii(String text) {
        StringBuilder out = new StringBuilder();
        text.chars().forEach(c -> out.append(c < 128 ? String.valueOf((char) c).toLowerCase(Locale.ROOT) : (char) c));
        return out.toString();
    }

    static Cond fixed(String text, java.util.function.Function<Map<String, Object>, Truth> meaning) {
        return new Leaf(text, (row, env) -> Optional.of(meaning.apply(row)));
    }

    /** {@code exists (select … where s.tid = t.id and …)}. */
    record Exists(boolean negated, String id, Optional<Cond> inner) implements Cond {
        @Override
        public String sql(String kind) {
            return (negated ? "not exists" : "exists") + " (select 1 from s where s.tid = " + id
                    + inner.map(cond -> " and " + cond.sql(kind)).orElse("") + ")";
        }

        @Override
        public Optional<Truth> eval(Map<String, Object> row, Env env) {
            boolean found = Rel.sRows().stream()
                    .filter(s -> row.get(id).equals(s.get("s.tid")))
                    .anyMatch(s -> inner.flatMap(cond -> cond.eval(s, env)).orElse(Truth.TRUE) == Truth.TRUE);
            return Optional.of(Truth.of(found != negated));
        }

        @Override
        public Stream<Cond> smaller() {
            return inner.isPresent()
                    ? Stream.concat(
                            Stream.of(new Exists(negated, id, Optional.empty())),
                            inner.get().smaller().map(cond -> new Exists(negated, id, Optional.of(cond))))
                    : Stream.empty();
        }
    }
}
