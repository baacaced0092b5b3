package plainsieve.server.records.access;

import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

/** Signed links. */
@Mapper
public interface SignedLinkRecords {
    @Select("""
            select * from signed_link where project_id = #{project} and report_id = #{report}
            order by created_at desc, id
            """)
    List<SignedLinkRow> of(@Param("project") String projectId, @Param("report") String reportId);

    @Select("select * from signed_link where id = #{id}")
    Optional<SignedLinkRow> find(String id);

    @Insert("""
            insert into signed_link (id, project_id, report_id, created_by, created_at, ends_at, open_to_anyone, choices, revoked_at, uses, used_at)
            values (#{id}, #{projectId}, #{reportId}, #{createdBy}, #{createdAt}, #{endsAt}, #{openToAnyone}, #{choices}, #{revokedAt}, #{uses},
              #{usedAt})
            """)
    void add(SignedLinkRow row);

    /** A link created by another server; may be added twice concurrently. */
    @Insert("""
            insert into signed_link (id, project_id, report_id, created_by, created_at, ends_at, open_to_anyone, choices, revoked_at, uses, used_at)
            values (#{id}, #{projectId}, #{reportId}, #{createdBy}, #{createdAt}, #{endsAt}, #{openToAnyone}, #{choices}, #{revokedAt}, #{uses},
              #{usedAt})
            on conflict (id) do nothing
            """)
    void meet(SignedLinkRow row);

    /** Those of a report that is removed open nothing, not even another report that is called like it. */
    @Update("""
            update signed_link set revoked_at = 'removed'
            where project_id = #{project} and report_id = #{report} and revoked_at = ''
            """)
    void shelve(@Param("project") String projectId, @Param("report") String reportId);

    @Update("""
            update signed_link set revoked_at = ''
            where project_id = #{project} and report_id = #{report} and revoked_at = 'removed'
            """)
    void restore(@Param("project") String projectId, @Param("report") String reportId);

    @Update("update signed_link set revoked_at = #{now} where id = #{id} and revoked_at = ''")
    int revoke(@Param("id") String id, @Param("now") String now);

    @Update("update signed_link set uses = uses + 1, used_at = #{now} where id = #{id}")
    void used(@Param("id") String id, @Param("now") String now);
}
