package plainsieve.server.records.sent;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.SelectProvider;
import org.apache.ibatis.annotations.Update;

/** Statements that were sent. */
@Mapper
public interface SentRecords {
    @Select("select coalesce(max(id), 0) from sent")
    long lastId();

    /** A statement that is about to be sent. It is first written to a small table, where that is cheapest. */
    @Insert("""
            insert into sent_running (id, run_id, sent_at, project_id, caller, source_id, query_id, report_id, view_id, cause, text,
              bound_values)
            values (#{id}, #{runId}, #{sentAt}, #{projectId}, #{caller}, #{sourceId}, #{queryId}, #{reportId}, #{viewId}, #{cause},
              #{text}, #{boundValues})
            """)
    void begin(SentRow row);

    /** The outcome of a statement, in either table. */
    default void end(SentRow row) {
        put(row);
        dropBegun(row.id());
    }

    /** Inserts or updates it in the main table. */
    @Insert("""
            insert into sent (id, run_id, sent_at, project_id, caller, source_id, query_id, report_id, view_id, cause, text, bound_values,
              outcome, problem, local_rows, fetched_rows, shown_rows, database_ms, total_ms)
            values (#{id}, #{runId}, #{sentAt}, #{projectId}, #{caller}, #{sourceId}, #{queryId}, #{reportId}, #{viewId}, #{cause}, #{text},
              #{boundValues}, #{outcome}, #{problem}, #{localRows}, #{fetchedRows}, #{shownRows}, #{databaseMs}, #{totalMs})
            on conflict (id) do update set outcome = excluded.outcome, problem = excluded.problem, local_rows = excluded.local_rows,
              fetched_rows = excluded.fetched_rows, shown_rows = excluded.shown_rows, database_ms = excluded.database_ms, total_ms = excluded.total_ms
            """)
    void put(SentRow row);

    @Delete("delete from sent_running where id = #{id}")
    void dropBegun(long id);

    /** Moves started statements to the main table, as running. */
    default void showBegun() {
        insertStarted();
        dropAllBegun();
    }

    @Insert("""
            insert or ignore into sent (id, run_id, sent_at, project_id, caller, source_id, query_id, report_id, view_id, cause, text,
              bound_values, outcome, problem, fetched_rows, shown_rows, database_ms, total_ms)
            select id, run_id, sent_at, project_id, caller, source_id, query_id, report_id, view_id, cause, text, bound_values,
              'running', '', 0, 0, 0, 0
            from sent_running
            """)
    void insertStarted();

    @Delete("delete from sent_running")
    void dropAllBegun();

    /**
     * Statements before one, newest or slowest first. Empty filters match everything; without a cause, only
     * EXPLAIN statements are excluded.
     */
    @SelectProvider(type = SentQuery.class, method = "latest")
    List<SentRow> latest(@Param("before") long before, @Param("w") SentFilter wanted, @Param("limit") int limit);

    @Update("update sent set evidence = #{evidence} where id = #{id}")
    void keepEvidence(@Param("id") long id, @Param("evidence") String evidence);

    @Select("select * from sent where id = #{id} and project_id = #{projectId}")
    Optional<SentRow> find(@Param("projectId") String projectId, @Param("id") long id);

    /** The newest run of a report by a reader. */
    @Select("""
            select * from sent where report_id = #{reportId} and project_id = #{projectId} and cause = 'report'
            order by id desc limit 1
            """)
    Optional<SentRow> lastRun(@Param("projectId") String projectId, @Param("reportId") String reportId);

    /** Statements left running by a killed process failed with an unknown outcome. */
    @Update(
            "update sent set outcome = 'stopped', problem = 'The server ended while this ran.' where outcome = 'running'")
    void closeRunning();

    /** Deletes the oldest entries beyond the limits, up to a maximum; returns their number. */
    @Delete("""
            delete from sent where id in (
              select id from sent
              where id <= (select max(id) from sent) - #{keep} or sent_at < #{before}
              order by id limit #{most})
            """)
    int prune(@Param("keep") int keep, @Param("before") Instant before, @Param("most") int most);
}
