package plainsieve.server.records;

import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

/** Reports in the records. A change names the version it saw and changes nothing when that is no longer the newest. */
@Mapper
public interface ReportRecords {
    @Select("select * from report order by project_id, position, id")
    List<ReportRow> all();

    /** Behind all others of its project. */
    @Insert("""
            insert into report (project_id, id, definition, draft, published, position, version)
            values (#{projectId}, #{id}, #{definition}, #{draft}, #{published},
              (select coalesce(max(position), 0) + 1 from report where project_id = #{projectId}), #{version})
            """)
    void add(ReportRow row);

    @Update("""
            update report set definition = #{definition}, draft = #{draft}, published = #{published}, version = version + 1
            where project_id = #{projectId} and id = #{id} and version = #{version}
            """)
    int change(ReportRow row);

    @Delete("delete from report where project_id = #{projectId} and id = #{id}")
    int remove(@Param("projectId") String projectId, @Param("id") String id);
}
