package plainsieve.server.records.jobs;

import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

/**
 * Scheduled and past jobs. A worker holds a job by a lease: if the holder is gone and the lease has expired,
 * another worker takes the job; the former holder can no longer change it.
 */
@Mapper
public interface JobRecords {
    /** Has no effect if that object already has a job at that time. @return the number of added jobs */
    @Insert("""
            insert into job (project_id, kind, object_id, due_at, cause, state, holder, lease_until, attempts, not_before,
              started_at, ended_at, rows, message)
            values (#{projectId}, #{kind}, #{objectId}, #{dueAt}, #{cause}, #{state}, '', '', 0, #{dueAt}, '', '', 0, #{message})
            on conflict (project_id, kind, object_id, due_at) do nothing
            """)
    int add(JobRow row);

    /** Waiting and running jobs. */
    @Select("select * from job where project_id = #{project} and kind = #{kind} and state in ('due', 'running')")
    List<JobRow> waiting(@Param("project") String projectId, @Param("kind") JobKind kind);

    /** The jobs that can run now, longest due first; at most one per object. */
    @Select("""
            select * from job j
            where ((state = 'due' and not_before <= #{now}) or (state = 'running' and lease_until <= #{now}))
              and not exists (select 1 from job o
                where o.project_id = j.project_id and o.kind = j.kind and o.object_id = j.object_id and o.id <> j.id
                  and o.state = 'running' and o.lease_until > #{now})
            order by due_at, id
            """)
    List<JobRow> open(@Param("now") String now);

    /** @return 0 if another worker was faster */
    @Update("""
            update job set state = 'running', holder = #{holder}, lease_until = #{until}, attempts = attempts + 1, started_at = #{now}
            where id = #{id} and ((state = 'due' and not_before <= #{now}) or (state = 'running' and lease_until <= #{now}))
            """)
    int claim(
            @Param("id") long id,
            @Param("holder") String holder,
            @Param("now") String now,
            @Param("until") String until);

    /** Ends all leases of other holders. */
    @Update("update job set lease_until = #{now} where state = 'running' and holder <> #{holder}")
    int endLeases(@Param("holder") String holder, @Param("now") String now);

    /** @return 0 when it is not the holder's any more */
    @Update("update job set lease_until = #{until} where id = #{id} and holder = #{holder} and state = 'running'")
    int renew(@Param("id") long id, @Param("holder") String holder, @Param("until") String until);

    /** @return 0 when it is not the holder's any more */
    @Update("""
            update job set state = #{row.state}, ended_at = #{row.endedAt}, rows = #{row.rows}, message = #{row.message},
              lease_until = ''
            where id = #{row.id} and holder = #{holder} and state = 'running'
            """)
    int end(@Param("row") JobRow row, @Param("holder") String holder);

    /** It is tried again later. */
    @Update("""
            update job set state = 'due', not_before = #{notBefore}, message = #{message}, lease_until = ''
            where id = #{id} and holder = #{holder} and state = 'running'
            """)
    int retry(
            @Param("id") long id,
            @Param("holder") String holder,
            @Param("notBefore") String notBefore,
            @Param("message") String message);

    /** Cancels waiting jobs of an object. */
    @Update("""
            update job set state = 'skipped', ended_at = #{now}, message = #{message}
            where project_id = #{project} and kind = #{kind} and object_id = #{objectId} and state = 'due'
            """)
    int cancelWaiting(
            @Param("project") String projectId,
            @Param("kind") JobKind kind,
            @Param("objectId") String objectId,
            @Param("now") String now,
            @Param("message") String message);

    /** The review of a held result. */
    @Update("update job set state = #{state}, message = #{message} where id = #{id} and state = 'held'")
    int decide(@Param("id") long id, @Param("state") JobState state, @Param("message") String message);

    /** The last time that a schedule named, not beyond a moment. */
    @Select("""
            select max(due_at) from job
            where project_id = #{project} and kind = #{kind} and object_id = #{objectId} and cause = 'schedule'
              and due_at <= #{until}
            """)
    String lastDue(
            @Param("project") String projectId,
            @Param("kind") JobKind kind,
            @Param("objectId") String objectId,
            @Param("until") String until);

    @Select(
            "select * from job where project_id = #{project} and kind = #{kind} and object_id = #{objectId} order by id desc limit 1")
    Optional<JobRow> latest(
            @Param("project") String projectId, @Param("kind") JobKind kind, @Param("objectId") String objectId);

    /** The jobs of a period, in order. */
    @Select("""
            select * from job where project_id = #{project} and due_at >= #{from} and due_at < #{until} order by due_at, id
            limit #{most}
            """)
    List<JobRow> between(
            @Param("project") String projectId,
            @Param("from") String from,
            @Param("until") String until,
            @Param("most") int most);

    /** Deletes old entries except the last of each schedule, from which the next time is computed. */
    @Update("""
            delete from job where ended_at <> '' and ended_at < #{before}
              and id not in (select max(id) from job group by project_id, kind, object_id, cause)
            """)
    int forget(@Param("before") String before);
}
