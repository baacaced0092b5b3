package plainsieve.server.records.sent;

import org.apache.ibatis.annotations.Param;

/**
 * The SQL that searches Sent. It contains only the requested conditions, so that the index is used; XML of
 * MyBatis would load a parser at each start.
 */
public final class SentQuery {
    private final StringBuilder text =
            new StringBuilder("select * from sent where id < #{before} and project_id = #{w.projectId}");

    private SentQuery() {}

    public static String latest(@Param("w") SentFilter wanted) {
        return new SentQuery()
                .where(wanted.caller(), "(caller = #{w.caller} or instr(caller, #{w.caller} || ', as ') = 1)")
                .where(wanted.reportId(), "report_id = #{w.reportId}")
                .where(wanted.queryId(), "query_id = #{w.queryId}")
                .where(wanted.sourceId(), "source_id = #{w.sourceId}")
                .and(wanted.outcome().isPresent() ? "outcome = #{w.requiredOutcome}" : "true")
                .where(wanted.search(), """
                        (instr(lower(text), lower(#{w.search})) > 0 or instr(lower(bound_values), lower(#{w.search})) > 0)""")
                .and(wanted.cause().isPresent() ? "cause = #{w.requiredCause}" : "cause != 'evidence'")
                .inOrder(wanted.order());
    }

    private SentQuery where(String wanted, String condition) {
        return wanted.isEmpty() ? this : and(condition);
    }

    private SentQuery and(String condition) {
        text.append(" and ").append(condition);
        return this;
    }

    private String inOrder(SentOrder order) {
        String first =
                switch (order) {
                    case SLOW -> "total_ms desc, ";
                    case FAILED -> "(outcome = 'failed') desc, ";
                    case NEW -> "";
                };
        return text.append(" order by ")
                .append(first)
                .append("id desc limit #{limit}")
                .toString();
    }
}
