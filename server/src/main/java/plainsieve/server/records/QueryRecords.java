package plainsieve.server.records;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.CacheNamespace;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

/** Queries in the records. A change names the version it saw and changes nothing when that is no longer the newest. Kept in memory until one changes. */
@Mapper
@CacheNamespace(readWrite = false)
public interface QueryRecords {
    @Select("select * from query order by name")
    List<QueryRow> all();

    @Select("select * from query where id = #{id}")
    Optional<QueryRow> find(String id);

    @Insert("""
            insert into query (id, name, source_id, draft_text, live_text, version, changed_at)
            values (#{id}, #{name}, #{sourceId}, #{draftText}, #{liveText}, #{version}, #{changedAt})
            """)
    void add(QueryRow row);

    @Update("""
            update query set draft_text = #{text}, version = version + 1, changed_at = #{now}
            where id = #{id} and version = #{version}
            """)
    int changeDraft(
            @Param("id") String id,
            @Param("text") String text,
            @Param("version") int version,
            @Param("now") Instant now);

    @Update("""
            update query set draft_text = #{draft}, live_text = #{live}, version = version + 1, changed_at = #{now}
            where id = #{id}
            """)
    void changeTexts(
            @Param("id") String id,
            @Param("draft") String draft,
            @Param("live") String live,
            @Param("now") Instant now);

    @Update("""
            update query set live_text = draft_text, version = version + 1, changed_at = #{now}
            where id = #{id} and version = #{version}
            """)
    int makeLive(@Param("id") String id, @Param("version") int version, @Param("now") Instant now);

    @Update("update query set name = #{name}, source_id = #{sourceId} where id = #{id}")
    void describe(@Param("id") String id, @Param("name") String name, @Param("sourceId") String sourceId);
}
