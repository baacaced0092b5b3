package plainsieve.core.notice;

import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import plainsieve.core.catalog.ColumnFacts;
import plainsieve.core.catalog.NoticeContext;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ValueCoverage;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.lexer.TextEdit;
import plainsieve.core.value.Type;

/** The notice of one rule about a condition on {@code crossings c}, or about a query. */
final class ReportedNotice {
    private static final String HEAD = "select 1 from crossings c where ";

    static final Map<String, Parameter> PARAMETERS = Stream.of(
                    Parameter.of("port", Type.TEXT).asMultiple(),
                    Parameter.of("day", Type.DATE),
                    Parameter.of("days", Type.DATE).asMultiple(),
                    Parameter.of("to", Type.DATE),
                    Parameter.of("month", Type.DATE).covering(ValueCoverage.MONTH),
                    Parameter.of("at", Type.DATETIME),
                    Parameter.of("word", Type.TEXT),
                    Parameter.of("name", Type.NAME),
                    Parameter.of("share", Type.DECIMAL),
                    Parameter.of("delay", Type.INTEGER),
                    Parameter.of("n", Type.INTEGER))
            .collect(Collectors.toMap(Parameter::name, Function.identity()));

    static final ColumnFacts FACTS = new ColumnFacts(Map.of(
            "crossings",
            Map.of(
                    "departed_at", new ColumnFacts.Fact(Type.DATETIME, false),
                    "delay_min", new ColumnFacts.Fact(Type.INTEGER, true),
                    "state", new ColumnFacts.Fact(Type.TEXT, false),
                    "retired_on", new ColumnFacts.Fact(Type.DATE, true)),
            "vessels",
            Map.of("retired_on", new ColumnFacts.Fact(Type.DATE, true))));

    private final NoticeRule rule;
    private final String dialect;

    private ReportedNotice(NoticeRule rule, String dialect) {
        this.rule = rule;
        this.dialect = dialect;
    }

    static ReportedNotice by(NoticeRule rule) {
        return new ReportedNotice(rule, "postgresql");
    }

    ReportedNotice in(String name) {
        return new ReportedNotice(rule, name);
    }

    List<Notice> ofQuery(String query) {
        Dialect named = Dialects.of(dialect);
        return rule.notices(NoticeContext.of(ParsedQuery.parse(query, named), named, PARAMETERS, FACTS))
                .toList();
    }

    List<Notice> of(String condition) {
        return ofQuery(HEAD + condition);
    }

    /** The condition after the first offered fix; empty if none is offered. */
    String corrected(String condition) {
        return of(condition).stream()
                .flatMap(notice -> notice.fixes().stream())
                .map(fix -> TextEdit.apply(HEAD + condition, fix.edits()).substring(HEAD.length()))
                .findFirst()
                .orElse("");
    }
}
