package plainsieve.sources.differential;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** A query that can be written as SQL with parameters, and evaluated row by row. Rows are maps from column to value. */
interface Rel {
    String sql(String kind);

    /** The rows by output column, unordered. */
    List<Map<String, Object>> rows(Env env);

    default Stream<Rel> smaller() {
        return Stream.empty();
    }

    static List<Map<String, Object>> tRows() {
        List<Map<String, Object>> rows = new ArrayList<>();
        for (Data.T t : Data.T_ROWS) {
            Map<String, Object> row = new HashMap<>();
            row.put("t.id", t.id());
            row.put("t.port", t.port());
            row.put("t.delay", t.delay());
            row.put("t.day", t.day());
            row.put("t.moment", t.moment());
            row.put("t.amount", t.amount());
            row.put("t.note", t.note());
            rows.add(row);
        }
        return rows;
    }

    static List<Map<String, Object>> sRows() {
        List<Map<String, Object>> rows = new ArrayList<>();
        for (Data.S s : Data.S_ROWS) {
            Map<String, Object> row = new HashMap<>();
            row.put("s.sid", s.sid());
            row.put("s.tid", s.tid());
            row.put("s.kind", s.kind());
            row.put("s.n", s.n());
            rows.add(row);
        }
        return rows;
    }

    private static boolean passes(Optional<Cond> cond, Map<String, Object> row, Env env) {
        return cond.flatMap(c -> c.eval(row, env)).orElse(Cond.Truth.TRUE) == Cond.Truth.TRUE;
    }

    private static String where(Optional<Cond> cond, String kind) {
        return cond.map(c -> "\nwhere " + c.sql(kind)).orElse("");
    }

    private static Stream<Optional<Cond>> smaller(Optional<Cond> cond) {
        return cond.isEmpty()
                ? Stream.empty()
                : Stream.concat(
                        Stream.of(Optional.empty()), cond.get().smaller().map(Optional::of));
    }

    private static Map<String, Object> output(Object id, Object port, Object delay) {
        Map<String, Object> row = new LinkedHashMap<>();
        row.put("id", id);
        row.put("port", port);
        row.put("delay", delay);
        return row;
    }

    /** {@code select id, port, delay from t where …}. */
    record Plain(Optional<Cond> where) implements Rel {
        @Override
        public String sql(String kind) {
            return "select t.id, t.port, t.delay\nfrom t" + Rel.where(where, kind);
        }

        @Override
        public List<Map<String, Object>> rows(Env env) {
            return tRows().stream()
                    .filter(row -> passes(where, row, env))
                    .map(row -> output(row.get("t.id"), row.get("t.port"), row.get("t.delay")))
                    .toList();
        }

        @Override
        public Stream<Rel> smaller() {
            return Rel.smaller(where).map(Plain::new);
        }
    }

    /** An inner or a left join with conditions in ON and in WHERE. */
    record Join(boolean left, Optional<Cond> on, Optional<Cond> where) implements Rel {
        @Override
        public String sql(String kind) {
            return "select t.id, t.port, s.n as delay, s.kind -- joined\nfrom t " + (left ? "left join" : "join")
                    + " s on s.tid = t.id" + on.map(c -> " and " + c.sql(kind)).orElse("") + Rel.where(where, kind);
        }

        @Override
        public List<Map<String, Object>> rows(Env env) {
            List<Map<String, Object>> out = new ArrayList<>();
            for (Map<String, Object> t : tRows()) {
                List<Map<String, Object>> partners = new ArrayList<>(sRows().stream()
                        .filter(s -> t.get("t.id").equals(s.get("s.tid")))
                        .filter(s -> passes(on, both(t, s), env))
                        .toList());
                if (partners.isEmpty() && left) {
                    partners.add(Map.of());
                }
                partners.stream()
                        .map(s -> both(t, s))
                        .filter(row -> passes(where, row, env))
                        .forEach(row -> {
                            Map<String, Object> result = output(row.get("t.id"), row.get("t.port"), row.get("s.n"));
                            result.put("kind", row.get("s.kind"));
                            out.add(result);
                        });
            }
            return out;
        }

        private static Map<String, Object> both(Map<String, Object> t, Map<String, Object> s) {
            Map<String, Object> row = new HashMap<>(t);
            row.putAll(s);
            return row;
        }

        @Override
        public Stream<Rel> smaller() {
            return Stream.concat(
                    Rel.smaller(on).map(smaller -> new Join(left, smaller, where)),
                    Rel.smaller(where).map(smaller -> new Join(left, on, smaller)));
        }
    }

    /** A grouping with conditions before and after it. */
    record Group(Optional<Cond> where, Optional<Cond> having) implements Rel {
        @Override
        public String sql(String kind) {
            return "select t.port, count(*) as n, sum(t.delay) as delay\nfrom t" + Rel.where(where, kind)
                    + "\ngroup by t.port"
                    + having.map(c -> "\nhaving " + c.sql(kind)).orElse("");
        }

        @Override
        public List<Map<String, Object>> rows(Env env) {
            Map<Object, List<Map<String, Object>>> groups = new LinkedHashMap<>();
            tRows().stream().filter(row -> passes(where, row, env)).forEach(row -> groups.computeIfAbsent(
                            row.get("t.port"), port -> new ArrayList<>())
                    .add(row));
            List<Map<String, Object>> out = new ArrayList<>();
            groups.forEach((port, rows) -> {
                Map<String, Object> result = new LinkedHashMap<>();
                result.put("port", port);
                result.put("n", (long) rows.size());
                result.put("delay", sum(rows));
                Map<String, Object> known = new HashMap<>();
                known.put("count(*)", result.get("n"));
                known.put("sum(t.delay)", result.get("delay"));
                if (passes(having, known, env)) {
                    out.add(result);
                }
            });
            return out;
        }

        private static Object sum(List<Map<String, Object>> rows) {
            List<Long> known = rows.stream()
                    .map(row -> (Long) row.get("t.delay"))
                    .filter(java.util.Objects::nonNull)
                    .toList();
            return known.isEmpty()
                    ? null
                    : known.stream().mapToLong(Long::longValue).sum();
        }

        @Override
        public Stream<Rel> smaller() {
            return Stream.concat(
                    Rel.smaller(where).map(smaller -> new Group(smaller, having)),
                    Rel.smaller(having).map(smaller -> new Group(where, smaller)));
        }
    }

    /** A query around another, as a subquery or a WITH. */
    record Around(boolean with, Rel inner, Optional<Cond> where) implements Rel {
        @Override
        public String sql(String kind) {
            String select = "select d.id, d.port, d.delay\nfrom ";
            return with
                    ? "with d as (\n" + inner.sql(kind) + "\n)\n" + select + "d" + Rel.where(where, kind)
                    : select + "(\n" + inner.sql(kind) + "\n) d" + Rel.where(where, kind);
        }

        @Override
        public List<Map<String, Object>> rows(Env env) {
            List<Map<String, Object>> out = new ArrayList<>();
            for (Map<String, Object> row : inner.rows(env)) {
                Map<String, Object> named = new HashMap<>();
                row.forEach((column, value) -> named.put("d." + column, value));
                if (passes(where, named, env)) {
                    out.add(output(row.get("id"), row.get("port"), row.get("delay")));
                }
            }
            return out;
        }

        @Override
        public Stream<Rel> smaller() {
            return Stream.of(
                            Stream.of(inner),
                            inner.smaller().map(smaller -> new Around(with, smaller, where)),
                            Rel.smaller(where).map(smaller -> new Around(with, inner, smaller)))
                    .flatMap(s -> s);
        }
    }

    /** Two queries combined by a set operator. */
    record SetOperation(String operator, Rel first, Rel second) implements Rel {
        @Override
        public String sql(String kind) {
            return first.sql(kind) + "\n" + operator + "\n" + second.sql(kind);
        }

        @Override
        public List<Map<String, Object>> rows(Env env) {
            List<Map<String, Object>> one = first.rows(env);
            List<Map<String, Object>> other = second.rows(env);
            List<Map<String, Object>> all = new ArrayList<>(one);
            switch (operator) {
                case "union all" -> all.addAll(other);
                case "union" -> all.addAll(other);
                case "intersect" -> all.retainAll(other);
                default -> all.removeAll(other);
            }
            return operator.equals("union all") ? all : new ArrayList<>(new LinkedHashSet<>(all));
        }

        @Override
        public Stream<Rel> smaller() {
            return Stream.of(
                            Stream.of(first, second),
                            first.smaller().map(smaller -> new SetOperation(operator, smaller, second)),
                            second.smaller().map(smaller -> new SetOperation(operator, first, smaller)))
                    .flatMap(s -> s);
        }
    }

    /** Rows numbered by a window function: filtering earlier changes the numbers. */
    record Numbered(boolean byPort, Optional<Cond> where) implements Rel {
        @Override
        public String sql(String kind) {
            return "select t.id, t.port, row_number() over (" + (byPort ? "partition by t.port " : "")
                    + "order by t.id) as delay\nfrom t" + Rel.where(where, kind);
        }

        @Override
        public List<Map<String, Object>> rows(Env env) {
            Map<Object, Long> numbers = new HashMap<>();
            return tRows().stream()
                    .filter(row -> passes(where, row, env))
                    .map(row -> output(
                            row.get("t.id"),
                            row.get("t.port"),
                            numbers.merge(byPort ? row.get("t.port") : "all", 1L, Long::sum)))
                    .toList();
        }

        @Override
        public Stream<Rel> smaller() {
            return Rel.smaller(where).map(smaller -> new Numbered(byPort, smaller));
        }
    }

    /** The first rows by id, with parameters for limit and offset. */
    record Limited(Rel inner) implements Rel {
        @Override
        public String sql(String kind) {
            String limited = kind.equals("trino") ? "offset :p_m limit :p_n" : "limit :p_n offset :p_m";
            return inner.sql(kind) + "\norder by 1\n" + limited;
        }

        @Override
        public List<Map<String, Object>> rows(Env env) {
            long most = env.blank("p_n") ? Long.MAX_VALUE : Long.parseLong(env.one("p_n"));
            long skipped = env.blank("p_m") ? 0 : Long.parseLong(env.one("p_m"));
            return inner.rows(env).stream()
                    .sorted((a, b) -> Long.compare((Long) a.get("id"), (Long) b.get("id")))
                    .skip(skipped)
                    .limit(most)
                    .toList();
        }

        @Override
        public Stream<Rel> smaller() {
            return Stream.concat(Stream.of(inner), inner.smaller().map(Limited::new));
        }
    }
}
