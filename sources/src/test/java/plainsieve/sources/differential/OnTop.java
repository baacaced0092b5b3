package plainsieve.sources.differential;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;

/**
 * Generates random queries of kinds on which filters have failed before: WITH names that hide tables and each other, columns
 * with reused names, expressions that need brackets, groupings by alias, set operations of different types, orders that
 * select rows, counters. The first column is filtered.
 */
final class OnTop {
    private static final List<String> NAMES = List.of("a", "b", "t", "s");

    private static final List<String> MARIADB_EXPRESSIONS = List.of(
            "rownum()",
            "isnull(x)",
            "x xor id",
            "concat(k, x)",
            "if(x = 1, k, code)",
            "not(not(x))",
            "case not(not(id)) when 3 then x end",
            "! ! x");

    /** HAVING there evaluates some of these differently. */
    private static final List<String> MARIADB_TOTALS = List.of(
            "std(x)",
            "variance(x)",
            "var_samp(x)",
            "min(r)",
            "group_concat(x)",
            "json_arrayagg(x)",
            "coalesce(std(x), -1)",
            "not(not(sum(x)))",
            "(select std(t.x))",
            "(select max(s.x) from s where s.id = max(t.x))",
            "(select nullif(max(t.x), 3))");

    private static final List<String> TRINO_FORMS = List.of(
            "select n as k, id from t cross join unnest(ls) as u (n)",
            "select k, id from t order by id offset 2 limit 5",
            "select k, count_if(x = 1) as id from t group by k",
            "select max_by(k, id) as k, x as id from t group by x",
            "select k, id from t tablesample bernoulli (100)",
            "select K, ID from T",
            "select \"K\", id from t",
            "select format('%s!', k) as k, id from t",
            "select u.k, u.id from (values ('a', 1), (null, 2)) as u (k, id)");

    private static final List<String> TRINO_EXPRESSIONS = List.of(
            "concat(k, 'z')", "if(x = 1, k)", "try_cast(k as integer)", "element_at(ls, 1)", "k = any (values 'a')");

    private final SplittableRandom random;
    private final String kind;

    OnTop(long seed, String kind) {
        this.random = new SplittableRandom(seed);
        this.kind = kind;
    }

    private <V> V pick(List<V> values) {
        return values.get(random.nextInt(values.size()));
    }

    private boolean oneIn(int n) {
        return random.nextInt(n) == 0;
    }

    private boolean strict() {
        return kind.equals("postgresql") || kind.equals("duckdb") || kind.equals("trino");
    }

    private boolean trino() {
        return kind.equals("trino");
    }

    String query() {
        return switch (random.nextInt(12)) {
            case 0 -> set();
            case 1, 2 -> with();
            case 3, 4 -> grouped();
            case 5 -> picked();
            case 6 -> "select d.k, d.id from (" + query() + ") d" + (oneIn(3) ? " where d.id > 2" : "");
            case 7 -> typed();
            case 8 -> written();
            default ->
                plain(pick(List.of("t", "s", "t", "(select * from t) t", "(select k, id, x, code, r from t) t")));
        };
    }

    /** Equivalent forms that users write. */
    private String written() {
        List<String> forms = new ArrayList<>(List.of(
                "select k, id from (select * from t) as \"T\"".replace('"', kind.equals("mariadb") ? '`' : '"'),
                "(select k, id from t)",
                "((select k, id from t)) order by id",
                "select /* k */ k, -- k\n id from t",
                "select k, id from t where x > (((select min(x) from s)))",
                "select t.k, count(*) as count, min(id) as min_id from t group by t.k",
                "select x as count, id from t",
                "select (select max(k) from s where s.id = t.id), id from t",
                "select case when x = 1 then k else code end, id from t",
                "select id, k as id2 from t",
                "select k as \"K k\", id from t".replace('"', kind.equals("mariadb") ? '`' : '"')));
        if (!kind.equals("duckdb")) {
            forms.add("select k, id from (((select * from t))) q");
        }
        if (kind.equals("duckdb")) {
            forms.addAll(List.of(
                    "select k: lower(k), id from t",
                    "from t select k, id",
                    "select columns('^(k|id)$') from t",
                    "select k, id from t asof join (select id as oid, x from s) o on t.x = o.x and t.id >= o.oid",
                    "select k, id from t positional join (select code as c from s) o",
                    "select k, count(*) from t group by all",
                    "select x, id from (pivot (select id, x, k from t) on k using count(*) group by x, id) p"));
        }
        if (trino()) {
            forms.addAll(TRINO_FORMS);
        }
        if (kind.equals("postgresql")) {
            forms.addAll(List.of(
                    "select ts::date, id from t",
                    "select cast(x as text), id from t",
                    "select ls[1], id from t",
                    "select (x + id), id from t",
                    "select k, id from t order by k fetch first 3 rows with ties",
                    "select extract(year from d), id from t"));
        }
        return pick(forms);
    }

    /** Columns of types with special comparison, in every place that a filter passes. */
    private String typed() {
        List<String> typed = new ArrayList<>(OnTopTables.typed());
        if (trino()) {
            // It compares these with no text: only a filter that knows its column can go there.
            typed.removeAll(List.of("u", "ls"));
        }
        String column = pick(typed);
        // MariaDB converts a literal per branch by rules that differ from those for the whole.
        String other = kind.equals("mariadb") || oneIn(2) ? column : pick(typed);
        String from = pick(List.of("t", "(select * from s) t", "(select id, " + column + " from t) t"));
        return pick(List.of(
                "select " + column + " as k, id from " + from,
                "select " + column + " as k, min(id) as id from " + from + " group by " + column,
                "select max(" + column + ") as k, min(id) as id from t group by x",
                "select distinct " + column + " as k, x as id from t",
                "select " + column + " as k, id from t union all select " + other + ", id from s",
                "select " + column + " as k, id from " + from + " intersect select " + other + ", id from s",
                "select k, id from (select " + column + " as k, id from t union select " + other + ", id from s) m",
                "with q as (select " + column + " as k, id from t) select q.k, t.id from q join t on t.id = q.id",
                "select coalesce(" + column + ", " + other + ") as k, id from t",
                "select t.k, t.id from (select l." + column + " as k, l.id from t l left join s using (id)) t",
                "select " + column + " as k, row_number() over (partition by " + column + " order by id) as id from "
                        + from,
                "select l." + column + " as k, row_number() over (partition by " + pick(List.of("o.", "l.", ""))
                        + column + " order by l.id, o.id) as id from t l join s o "
                        + pick(List.of("using (" + column + ")", "on o.id = l.id"))));
    }

    /** On a relation with id, k, x, code and r. */
    private String plain(String from) {
        return "select " + (oneIn(4) ? "distinct " : "") + expression() + (oneIn(3) ? "" : " as k") + ", id from "
                + from
                + (oneIn(3)
                        ? " where " + pick(List.of("x = 1 or id < 9", "id > 3", "not x = 2", "k is not null"))
                        : "");
    }

    private String expression() {
        List<String> all = new ArrayList<>(List.of(
                "k",
                "k",
                "x",
                "code",
                "r",
                "lower(k)",
                "x + 1",
                "- x",
                "not (x = 1)",
                "not x = 1",
                "case when x = 1 then k end",
                "coalesce(k, code)",
                "abs(x)",
                "x = 1",
                "(x)",
                "nullif(k, 'a')",
                "x is null",
                "cast(x as char(3))"));
        if (kind.equals("mariadb")) {
            all.addAll(MARIADB_EXPRESSIONS);
        } else {
            all.addAll(List.of(
                    "k || 'z'", "row_number() over (order by id)", "row_number() over (partition by k order by id)"));
        }
        if (kind.equals("duckdb")) {
            all.addAll(List.of("x::varchar", "list_value(x)[1]"));
        }
        if (kind.equals("postgresql")) {
            all.addAll(List.of("x::text", "k collate \"C\"", "(array[x, id])[1]", "code::text"));
        }
        if (trino()) {
            all.addAll(TRINO_EXPRESSIONS);
        }
        if (kind.equals("sqlite")) {
            all.addAll(List.of("k collate nocase", "x in (1, 2)", "typeof(x)", "iif(x = 1, k, code)"));
        }
        return pick(all);
    }

    private String with() {
        StringBuilder text = new StringBuilder("with ");
        int count = random.nextInt(1, 4);
        List<String> names = new ArrayList<>(NAMES);
        Map<String, String> read = new HashMap<>();
        String last = "t";
        for (int i = 0; i < count; i++) {
            last = names.remove(random.nextInt(names.size()));
            String from = pick(List.of("t", "s", "t", pick(NAMES.subList(0, 2)) + "0", last.equals("a") ? "s" : "t"));
            if (kind.equals("mariadb") && last.equals(read.get(from))) {
                // Two queries that read a table by each other's name crash MariaDB 10.11.19 when the second is
                // used twice.
                from = last;
            }
            read.put(last, from);
            String inner =
                    from.endsWith("0") ? "(with " + from + " as (select * from s) select * from " + from + ") q" : from;
            text.append(i == 0 ? "" : ", ")
                    .append(last)
                    .append(" as (select id, ")
                    .append(pick(List.of("k", "code", "lower(k)")))
                    .append(" as k, x, code, r from ")
                    .append(inner.equals(last) ? "main_" + last : inner)
                    .append(")");
        }
        String other = pick(List.of("t", "s", last));
        String from =
                switch (random.nextInt(4)) {
                    case 0 -> last + " as l left join " + other + " as o on o.id = l.id + 1";
                    case 1 -> last + " as l join (select id as oid from " + other + ") o on o.oid = l.id";
                    default -> last + " as l";
                };
        String in = kind.equals("sqlite") && oneIn(3) ? " where l.id in (select id from " + last + " where x = 1)" : "";
        return text + " select l.k, l.id from " + from + in;
    }

    private String grouped() {
        String key = pick(List.of("k", "code", "x", "lower(k)", "x + 1"));
        String total =
                pick(List.of("count(*)", "min(id)", "max(x)", "sum(x)", "count(distinct x)", "max(id) - min(id)"));
        if (kind.equals("mariadb") && oneIn(3)) {
            total = pick(MARIADB_TOTALS);
        }
        List<String> forms = new ArrayList<>(List.of(
                "select " + key + " as k, min(id) as id from t group by " + key,
                "select " + key + " as k, min(id) as id from t group by 1",
                "select " + total + " as k, min(id) as id from t group by code",
                "select " + total + " as k, min(id) as id from t group by x having count(*) > 1 or x is null",
                "select " + total + " as k, min(id) as id from t",
                "select " + total + " as k, count(distinct x) as id from t group by code",
                "select q.k, q.id from (select code, " + total + " as k, min(id) as id from t group by code) q",
                "with q as (select code, " + total
                        + " as k, min(id) as id from t group by code) select coalesce(k, -1) as k, id from q",
                "select k, min(id) as id from t group by k order by count(*) desc, k"));
        if (!strict()) {
            forms.add("select code as k, min(id) as id from t group by k");
            forms.add("select lower(code) as k, min(id) as id from t group by k");
            forms.add("select code as fresh, code as k, min(id) as id from t group by fresh");
            forms.add("select min(k) as k, min(id) as id from t group by 'k'");
        } else {
            forms.add("select lower(k) as k, min(id) as id from t group by k");
            forms.add("select max(code) as k, min(id) as id from t group by k");
            forms.add("select k, min(id) as id from t group by rollup(k)");
            forms.add("select k, min(id) as id from t group by grouping sets ((k, x), (k))");
        }
        return pick(forms);
    }

    private String set() {
        List<String> sides = new ArrayList<>(List.of(
                "select k, id from t",
                "select k, id from s",
                "select code, id from t",
                "select lower(k), id from t",
                "select code as k, id from s",
                "select 'a' as k, id from t",
                "select 'A', id from s"));
        String operator = pick(List.of("union all", "union", "intersect", "except"));
        String first = pick(sides)
                .replace("select code, id", "select code as k, id")
                .replace("select lower(k), id", "select lower(k) as k, id")
                .replace("select 'A', id", "select 'A' as k, id");
        return first + " " + operator + " " + pick(sides);
    }

    /** Rows selected by an order. */
    private String picked() {
        List<String> forms = new ArrayList<>(List.of(
                "select k, id from t order by id limit 5",
                "select k, id from (select k, id from t order by id desc limit 7) d",
                "select k, id from t where id in (select id from t order by id limit 9)"));
        if (strict() && !trino()) {
            forms.add("select distinct on (x) k, id from t order by x, id desc");
            forms.add("select distinct on (k) k, id from t order by k, id");
            forms.add("select distinct on (t.k) k, id from t order by k, id desc");
            forms.add("select distinct on (k) * from t order by k, id");
            forms.add("select distinct on (k) code as k, id from t order by k, id");
            forms.add("select distinct on (k, x) l.k, l.id from t l left join s using (x) order by 1, 2");
        }
        if (!kind.equals("sqlite") && !kind.equals("duckdb")) {
            forms.add("select k, id from t order by x, id fetch first 4 rows with ties");
        }
        if (kind.equals("mariadb")) {
            forms.add("select k, rownum() as id from t");
            forms.add("select k, id from t where rownum() < 8");
            forms.add("select k, @n := @n + 1 as id from (select @n := 0) as start, t");
            forms.add("select k, id from (select @n := @n + 1 as id, k from t, (select @n := 0) as start) as c");
        }
        return pick(forms);
    }
}
