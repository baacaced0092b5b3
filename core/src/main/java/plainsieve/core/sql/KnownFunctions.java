package plainsieve.core.sql;

import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;

/** What is known of functions by their names: which aggregate, which give many rows, which change from call to call. */
public final class KnownFunctions {
    private static final Set<String> AGGREGATES = Set.of(
            "count",
            "sum",
            "avg",
            "min",
            "max",
            "total",
            "string_agg",
            "array_agg",
            "group_concat",
            "listagg",
            "list",
            "json_agg",
            "jsonb_agg",
            "json_object_agg",
            "jsonb_object_agg",
            "json_arrayagg",
            "json_objectagg",
            "json_group_array",
            "json_group_object",
            "json_group_structure",
            "xmlagg",
            "bool_and",
            "bool_or",
            "every",
            "bit_and",
            "bit_or",
            "bit_xor",
            "std",
            "stddev",
            "stddev_pop",
            "stddev_samp",
            "var_pop",
            "var_samp",
            "variance",
            "corr",
            "covar_pop",
            "covar_samp",
            "percentile_cont",
            "percentile_disc",
            "mode",
            "median",
            "quantile",
            "quantile_cont",
            "quantile_disc",
            "any_value",
            "arg_min",
            "arg_max",
            "argmin",
            "argmax",
            "min_by",
            "max_by",
            "first",
            "last",
            "histogram",
            "product",
            "approx_count_distinct",
            "approx_quantile",
            "range_agg",
            "fsum",
            "kurtosis",
            "skewness",
            "entropy",
            "mad",
            "geometric_mean",
            "count_if",
            "sumkahan");

    private static final Set<String> MANY_ROWS = Set.of(
            "unnest",
            "generate_series",
            "generate_subscripts",
            "regexp_matches",
            "regexp_split_to_table",
            "string_to_table",
            "json_array_elements",
            "json_array_elements_text",
            "jsonb_array_elements",
            "jsonb_array_elements_text",
            "json_each",
            "json_each_text",
            "jsonb_each",
            "jsonb_each_text",
            "json_object_keys",
            "jsonb_object_keys",
            "jsonb_path_query",
            "json_populate_recordset");

    private static final Set<String> VOLATILE = Set.of(
            "random",
            "rand",
            "randomblob",
            "uuid",
            "uuid_short",
            "gen_random_uuid",
            "uuidv4",
            "uuidv7",
            "nextval",
            "currval",
            "lastval",
            "setval",
            "clock_timestamp",
            "timeofday",
            "sysdate",
            "sleep",
            "pg_sleep",
            "last_insert_id",
            "row_count",
            "found_rows",
            "changes",
            "total_changes",
            "random_normal",
            "gen_salt",
            "benchmark",
            "get_lock",
            "release_lock",
            "setseed",
            "txid_current",
            "pg_current_xact_id");

    private static final Pattern VOLATILE_UUID = Pattern.compile("uuid_generate_v\\w+");

    private KnownFunctions() {}

    /** Whether the expression aggregates rows, at its own level or in a call around or inside it; window calls do not. */
    public static boolean aggregates(ParsedQuery query, Span expression) {
        return anyCall(query, expression, (name, at) -> isAggregate(query, name, at));
    }

    public static boolean givesManyRows(ParsedQuery query, Span expression) {
        return anyCall(query, expression, (name, at) -> MANY_ROWS.contains(name));
    }

    /** Whether two calls may give two answers, so that the expression must not be written twice. */
    public static boolean isVolatile(ParsedQuery query, Span expression) {
        return anyCall(
                query,
                expression,
                (name, at) ->
                        VOLATILE.contains(name) || VOLATILE_UUID.matcher(name).matches());
    }

    private interface Test {
        boolean holds(String name, int at);
    }

    private static boolean anyCall(ParsedQuery query, Span expression, Test test) {
        Tokens tokens = query.tokens();
        for (int i = expression.from(); i < expression.to(); i++) {
            boolean subquery =
                    tokens.isBracket(i, '(') && (tokens.isWord(i + 1, "select") || tokens.isWord(i + 1, "with"));
            if (subquery) {
                i = query.brackets().close(i);
            } else if (tokens.is(i, TokenKind.WORD) && tokens.isBracket(i + 1, '(')) {
                if (test.holds(tokens.written(i).toLowerCase(Locale.ROOT), i)) {
                    return true;
                }
            }
        }
        return false;
    }

    private static boolean isAggregate(ParsedQuery query, String name, int at) {
        boolean known = AGGREGATES.contains(name) || name.startsWith("regr_");
        if (!known) {
            return false;
        }
        Tokens tokens = query.tokens();
        int close = query.brackets().close(at + 1);
        boolean greatest = (name.equals("min") || name.equals("max"))
                && SelectList.split(tokens, query.brackets(), new Span(at + 2, close))
                                .size()
                        > 1;
        return !greatest && !isWindowCall(query, close + 1);
    }

    /** Whether a window stands behind a call, FILTER and WITHIN GROUP before it passed over. */
    private static boolean isWindowCall(ParsedQuery query, int behind) {
        Tokens tokens = query.tokens();
        int at = behind;
        while (true) {
            if (tokens.isWord(at, "filter") && tokens.isBracket(at + 1, '(')) {
                at = query.brackets().close(at + 1) + 1;
            } else if (tokens.isWord(at, "within") && tokens.isBracket(at + 2, '(')) {
                at = query.brackets().close(at + 2) + 1;
            } else {
                return tokens.isWord(at, "over");
            }
        }
    }
}
