package plainsieve.server.records;

import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;

/** Deliveries in the records, and who wants no more of them. */
@Mapper
public interface DeliveryRecords {
    @CachedRead
    @Select("select * from delivery order by project_id, id")
    List<DeliveryRow> all();

    /** One more, or another state of it. @return 0 when it is not the version that the change was made from */
    @Insert("""
            insert into delivery (project_id, id, definition, since, version)
            values (#{projectId}, #{id}, #{definition}, #{since}, 1)
            on conflict (project_id, id) do update
            set definition = excluded.definition, since = excluded.since, version = version + 1
            where version = #{version}
            """)
    int keep(DeliveryRow row);

    @Delete("delete from delivery where project_id = #{projectId} and id = #{id}")
    void remove(@Param("projectId") String projectId, @Param("id") String id);

    /** Someone wants no more of it. @param at ISO 8601 */
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

    /** Addresses, in small letters. */
    @Select(
            "select address from unsubscribed where project_id = #{project} and delivery_id = #{delivery} order by address")
    List<String> unsubscribed(@Param("project") String projectId, @Param("delivery") String deliveryId);
}
