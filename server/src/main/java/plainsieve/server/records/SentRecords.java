package plainsieve.server.records;

import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

/** Statements that were sent. */
@Mapper
public interface SentRecords {
    @Select("select coalesce(max(id), 0) from sent")
    long lastId();

    @Insert("""
            insert into sent (id, run_id, sent_at, source_id, query_id, report_id, view_id, cause, text, bound_values,
              outcome, problem, fetched, shown, database_ms, total_ms)
            values (#{id}, #{runId}, #{sentAt}, #{sourceId}, #{queryId}, #{reportId}, #{viewId}, #{cause}, #{text},
              #{boundValues}, #{outcome}, #{problem}, #{fetched}, #{shown}, #{databaseMs}, #{totalMs})
            """)
    void add(SentRow row);

    @Update("""
            update sent set outcome = #{outcome}, problem = #{problem}, fetched = #{fetched}, shown = #{shown},
              database_ms = #{databaseMs}, total_ms = #{totalMs}
            where id = #{id}
            """)
    void finish(SentRow row);

    @Select("""
            <script>
            select * from sent where id &lt; #{before}
              <if test="reportId != ''">and report_id = #{reportId}</if>
              <if test="queryId != ''">and query_id = #{queryId}</if>
              <if test="outcome != ''">and outcome = #{outcome}</if>
            order by id desc limit #{limit}
            </script>
            """)
    List<SentRow> latest(
            @Param("before") long before,
            @Param("reportId") String reportId,
            @Param("queryId") String queryId,
            @Param("outcome") String outcome,
            @Param("limit") int limit);

    @Select("select * from sent where id = #{id}")
    Optional<SentRow> find(long id);

    /** What a killed process left behind as running did not end well; nobody knows how. */
    @Update(
            "update sent set outcome = 'stopped', problem = 'The server ended while this ran.' where outcome = 'running'")
    void closeRunning();

    @Delete("delete from sent where id <= (select max(id) from sent) - #{keep}")
    void prune(int keep);
}
