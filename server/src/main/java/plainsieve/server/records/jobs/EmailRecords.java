package plainsieve.server.records.jobs;

import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

/** Mails of deliveries: what was sent to whom, and what is on its way. */
@Mapper
public interface EmailRecords {
    /** Does nothing when it is there already. */
    @Insert("""
            insert into email (project_id, delivery_id, job, address, part, state, subject, message, at)
            values (#{projectId}, #{deliveryId}, #{job}, #{address}, #{part}, #{state}, '', '', #{at})
            on conflict (job, address, part) do nothing
            """)
    void add(EmailRow row);

    @Select("select * from email where job = #{job} and address = #{address} and part = #{part}")
    EmailRow find(@Param("job") long job, @Param("address") String address, @Param("part") String part);

    /** @return 0 when it is not there any more */
    @Update(
            "update email set state = #{state}, subject = #{subject}, message = #{message}, at = #{at} where id = #{id}")
    int become(
            @Param("id") long id,
            @Param("state") EmailRow.State state,
            @Param("subject") String subject,
            @Param("message") String message,
            @Param("at") String at);

    /** Nothing of a job is tried again: what waited is not sent, and of what was being handed over no one knows. */
    @Update("""
            update email set state = case state when 'waiting' then 'refused' else 'unsure' end
            where job = #{job} and state in ('waiting', 'handing-over')
            """)
    int giveUp(long job);

    /** The newest of a delivery, those before a number; all where it is 0. */
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

    /** Forgets what ended long ago. */
    @Update("delete from email where at < #{before}")
    int forget(@Param("before") String before);
}
