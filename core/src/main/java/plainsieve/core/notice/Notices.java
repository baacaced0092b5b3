package plainsieve.core.notice;

import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import plainsieve.core.catalogue.ColumnFacts;
import plainsieve.core.catalogue.Subject;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.value.Place;

/** Finds what an author should know about a query: see section 7 of the engine's description. */
public final class Notices {
    private static final List<NoticeRule> RULES = List.of(
            new QuotedParameter(),
            new TypeAgainstColumn(),
            new DayAgainstTimes(),
            new FunctionOnColumn(),
            new ManyInSinglePlace(),
            new LeadingWildcard(),
            new LimitWithoutOrder(),
            new FilteredTwice(),
            new NotInNullable(),
            new BlankOrWithoutValue(),
            new LeftoverValue(),
            new PipesMeanOr(),
            new CountedByVariable());

    private Notices() {}

    /**
     * Every notice, in the order of their places.
     *
     * @param parameters the parameters that are known, by name; conditions on others are passed over
     */
    public static List<Notice> of(
            ParsedQuery query, Dialect dialect, Map<String, Parameter> parameters, ColumnFacts facts) {
        Subject subject = Subject.of(query, dialect, parameters, facts);
        return RULES.stream()
                .flatMap(rule -> rule.notices(subject))
                .sorted(Comparator.comparingInt(
                        notice -> notice.place().map(Place::start).orElse(-1)))
                .toList();
    }

    /** A notice for each of these parameters that no query uses. */
    public static List<Notice> unused(Collection<String> defined, Collection<String> used) {
        return defined.stream()
                .filter(name -> !used.contains(name))
                .map(name -> Notice.of(
                                "unused-parameter",
                                ":%s is used nowhere.".formatted(name),
                                "Use it in a query, or delete it.")
                        .about(name))
                .toList();
    }
}
