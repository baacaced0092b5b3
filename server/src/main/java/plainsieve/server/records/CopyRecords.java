package plainsieve.server.records;

import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;

/** Stored copies in the records. */
@Mapper
public interface CopyRecords {
    @CachedRead
    @Select("select * from stored_copy order by project_id, id")
    List<CopyRow> all();

    /** One more, or another state of it. @return 0 when it is not the version that the change was made from */
    @Insert("""
            insert into stored_copy (project_id, id, definition, since, version)
            values (#{projectId}, #{id}, #{definition}, #{since}, 1)
            on conflict (project_id, id) do update
            set definition = excluded.definition, since = excluded.since, version = version + 1
            where version = #{version}
            """)
    int keep(CopyRow row);

    @Delete("delete from stored_copy where project_id = #{projectId} and id = #{id}")
    void remove(@Param("projectId") String projectId, @Param("id") String id);
}
