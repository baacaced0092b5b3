package plainsieve.server.records.jobs;

import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

/** Emails of deliveries: recipients and states. */
@Mapper
public interface EmailRecords {
    /** Has no effect if it exists. */
    @Insert("""
            insert into email (project_id, delivery_id, job, address, part, state, subject, message, at)
            values (#{projectId}, #{deliveryId}, #{job}, #{address}, #{part}, #{state}, '', '', #{at})
            on conflict (job, address, part) do nothing
            """)
    void add(EmailRow row);

    @Select("select * from email where job = #{job} and address = #{address} and part = #{part}")
    EmailRow find(@Param("job") long job, @Param("address") String address, @Param("part") String part);

    /** @return 0 if it no longer exists */
    @Update(
            "update email set state = #{state}, subject = #{subject}, message = #{message}, at = #{at} where id = #{id}")
    int become(
            @Param("id") long id,
            @Param("state") EmailRow.State state,
            @Param("subject") String subject,
            @Param("message") String message,
            @Param("at") String at);

    /** Ends the retries of a job: waiting emails are not sent, and those being handed over are unconfirmed. */
    @Update("""
            update email set state = case state when 'waiting' then 'refused' else 'unsure' end
            where job = #{job} and state in ('waiting', 'handing-over')
            """)
    int abandon(long job);

    /** The newest of a delivery before a number; 0 for all. */
    @Select("""
            select * from email where project_id = #{project} and delivery_id = #{delivery}
              and (#{before} = 0 or id < #{before})
            order by id desc limit #{most}
            """)
    List<EmailRow> of(
            @Param("project") String projectId,
            @Param("delivery") String deliveryId,
            @Param("before") long before,
            @Param("most") int most);

    /** Deletes old entries. */
    @Update("delete from email where at < #{before}")
    int forget(@Param("before") String before);
}
