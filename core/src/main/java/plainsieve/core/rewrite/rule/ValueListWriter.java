package plainsieve.core.rewrite.rule;

import java.util.List;
import plainsieve.core.dialect.Dialect.ListForm;
import plainsieve.core.dialect.SqlFeature;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.edit.Fragment;
import plainsieve.core.rewrite.edit.SourceText;
import plainsieve.core.rewrite.rule.ConditionShape.Membership;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.value.Value;

/**
 * Writes a list of values in the form that suits its length and the database.
 *
 * <p>Short lists are padded to a power of two by repeating the last value, and long ones are bound as one array or JSON
 * text: the statement depends on the size class of the list only, and prepared plans are reused. A repeated value
 * changes neither IN nor NOT IN.
 */
record ValueListWriter(Parameter parameter, List<Value> values, Clause.Kind clause, SourceText source) {

    /** Appends the test after the column: {@code in (?, ?)}, {@code = any(?)}, {@code in (select … from json_each(?))}. */
    public void test(Fragment.Builder out, Membership membership) {
        ListForm form = form();
        if (!membership.plain() || form == ListForm.SPREAD) {
            out.text(membership.negated() ? " not in (" : " in (");
            spread(out, membership.operand(), membership.parameter());
            out.text(")");
        } else if (form == ListForm.ARRAY) {
            out.text(membership.negated() ? " <> all(" : " = any(")
                    .bind(parameter.name(), new PlaceholderBinding.Array(parameter.type(), values))
                    .text(")");
        } else {
            json(out, membership.negated());
        }
    }

    private ListForm form() {
        boolean mayBeOneValue = clause != Clause.Kind.ON || source.dialect().has(SqlFeature.LONG_LIST_IN_ON);
        return values.size() > source.dialect().longestSpreadList(parameter.type()) && mayBeOneValue
                ? source.dialect().longList(parameter.type())
                : ListForm.SPREAD;
    }

    private void json(Fragment.Builder out, boolean negated) {
        String list = source.dialect().jsonList(parameter.type());
        int mark = list.indexOf('?');
        out.text(negated ? " not in (" : " in (")
                .text(list.substring(0, mark))
                .bind(parameter.name(), new PlaceholderBinding.JsonArray(parameter.type(), values))
                .text(list.substring(mark + 1))
                .text(")");
    }

    /** Appends the expression once for every value, the value in the place of the parameter. */
    public void spread(Fragment.Builder out, Span expression, int token) {
        String text = source.tokens().text();
        int start = source.start(expression);
        int end = source.end(expression);
        String before = text.substring(start, source.tokens().start(token));
        String behind = text.substring(source.tokens().end(token), end);
        int padded = Math.min(
                Math.max(values.size(), source.dialect().mostPlaceholders()),
                Integer.highestOneBit(Math.max(1, values.size() * 2 - 1)));
        String next = behind + ", " + before;
        out.reserve(padded, padded * (next.length() + 1)).text(before);
        PlaceholderBinding placeholderBinding = new PlaceholderBinding.Single(values.get(0));
        for (int i = 0; i < padded; i++) {
            if (i > 0) {
                out.text(next);
                placeholderBinding =
                        i < values.size() ? new PlaceholderBinding.Single(values.get(i)) : placeholderBinding;
            }
            out.bind(parameter.name(), placeholderBinding);
        }
        out.text(behind);
    }
}
