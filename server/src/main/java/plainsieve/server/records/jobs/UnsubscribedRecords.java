package plainsieve.server.records.jobs;

import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;

/** Addresses that want no more of a delivery. */
@Mapper
public interface UnsubscribedRecords {
    /** @param at ISO 8601 */
    @Insert("""
            insert into unsubscribed (project_id, delivery_id, address, at)
            values (#{project}, #{delivery}, #{address}, #{at}) on conflict do nothing
            """)
    void unsubscribe(
            @Param("project") String projectId,
            @Param("delivery") String deliveryId,
            @Param("address") String address,
            @Param("at") String at);

    @Delete("""
            delete from unsubscribed
            where project_id = #{project} and delivery_id = #{delivery} and address = #{address}
            """)
    void subscribe(
            @Param("project") String projectId, @Param("delivery") String deliveryId, @Param("address") String address);

    /** The addresses, in lower case. */
    @Select(
            "select address from unsubscribed where project_id = #{project} and delivery_id = #{delivery} order by address")
    List<String> unsubscribed(@Param("project") String projectId, @Param("delivery") String deliveryId);
}
