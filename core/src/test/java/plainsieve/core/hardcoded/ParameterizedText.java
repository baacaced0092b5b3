package plainsieve.core.hardcoded;

import java.util.List;
import java.util.Map;
import java.util.Set;
import plainsieve.core.catalog.ColumnFacts;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.lexer.TextEdit;

/** A query with every hard-coded value replaced by a parameter. */
final class ParameterizedText {
    private ParameterizedText() {}

    static String of(String dialect, String query) {
        List<HardCodedValue> values = HardCodedValueFinder.of(
                ParsedQuery.parse(query, Dialects.of(dialect)),
                Dialects.of(dialect),
                new ColumnFacts(Map.of()),
                Set.of());
        return TextEdit.apply(
                query, values.stream().flatMap(value -> value.edits().stream()).toList());
    }
}
