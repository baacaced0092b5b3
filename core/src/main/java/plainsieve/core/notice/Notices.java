package plainsieve.core.notice;

import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import plainsieve.core.catalog.ColumnFacts;
import plainsieve.core.catalog.NoticeContext;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.value.TextLocation;

/** Finds what an author should know about a query: see section 7 of the engine's description. */
public final class Notices {
    private static final List<NoticeRule> RULES = List.of(
            new QuotedParameter(),
            new ColumnTypeMismatch(),
            new DateComparedWithTimestamp(),
            new FunctionOnColumn(),
            new MultipleValuesInSinglePlace(),
            new LeadingWildcard(),
            new LimitWithoutOrder(),
            new DuplicateFilter(),
            new NotInNullable(),
            new BlankOrNullFilter(),
            new LeftoverLiteral(),
            new PipesAsOr(),
            new RowVariableCounter());

    private Notices() {}

    /**
     * All notices in order of position.
     *
     * @param parameters the defined parameters by name; conditions on others are ignored
     */
    public static List<Notice> of(
            ParsedQuery query, Dialect dialect, Map<String, Parameter> parameters, ColumnFacts facts) {
        NoticeContext context = NoticeContext.of(query, dialect, parameters, facts);
        return RULES.stream()
                .flatMap(rule -> rule.notices(context))
                .sorted(Comparator.comparingInt(
                        notice -> notice.place().map(TextLocation::start).orElse(-1)))
                .toList();
    }

    /** A notice for each of these parameters that no query uses. */
    public static List<Notice> unused(Collection<String> defined, Collection<String> used) {
        return defined.stream()
                .filter(name -> !used.contains(name))
                .map(name -> Notice.of(
                                NoticeKind.UNUSED_PARAMETER,
                                ":%s is not used.".formatted(name),
                                "Use it in a query, or delete it.")
                        .about(name))
                .toList();
    }
}
