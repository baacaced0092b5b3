package plainsieve.server.records;

import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

/** Queries in the records. A change names the version it saw and changes nothing when that is no longer the newest. */
@Mapper
public interface QueryRecords {
    @Select("select * from query order by project_id, name, id")
    List<QueryRow> all();

    @Insert("""
            insert into query (project_id, id, name, source_id, source_parameter, stored_copy, cache_seconds, draft_text, live_text, version, changed_at)
            values (#{projectId}, #{id}, #{name}, #{sourceId}, #{sourceParameter}, #{storedCopy}, #{cacheSeconds}, #{draftText}, #{liveText}, #{version}, #{changedAt})
            """)
    void add(QueryRow row);

    /** Name, source and both texts; returns 0 when the row's version is not the newest any more. */
    @Update("""
            update query set name = #{name}, source_id = #{sourceId}, source_parameter = #{sourceParameter}, stored_copy = #{storedCopy},
              cache_seconds = #{cacheSeconds},
              draft_text = #{draftText}, live_text = #{liveText}, version = version + 1, changed_at = #{changedAt}
            where project_id = #{projectId} and id = #{id} and version = #{version}
            """)
    int change(QueryRow row);

    @Delete("delete from query where project_id = #{projectId} and id = #{id}")
    int remove(@Param("projectId") String projectId, @Param("id") String id);
}
