package plainsieve.server.records;

import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

/** Parameters in the records. A change names the version it saw and changes nothing when that is no longer the newest. */
@Mapper
public interface ParameterRecords {
    @Select("select * from parameter order by project_id, position, name")
    List<ParameterRow> all();

    /** Behind all others of its project. */
    @Insert("""
            insert into parameter (project_id, name, definition, position, version)
            values (#{projectId}, #{name}, #{definition},
              (select coalesce(max(position), 0) + 1 from parameter where project_id = #{projectId}), #{version})
            """)
    void add(ParameterRow row);

    @Update("""
            update parameter set definition = #{definition}, version = version + 1
            where project_id = #{projectId} and name = #{name} and version = #{version}
            """)
    int change(ParameterRow row);

    @Update("update parameter set position = #{position} where project_id = #{projectId} and name = #{name}")
    void move(@Param("projectId") String projectId, @Param("name") String name, @Param("position") int position);

    /** @param row with the new name; its version is the one that was seen */
    @Update("""
            update parameter set name = #{row.name}, definition = #{row.definition}, version = version + 1
            where project_id = #{row.projectId} and name = #{from} and version = #{row.version}
            """)
    int rename(@Param("from") String from, @Param("row") ParameterRow row);

    @Delete("delete from parameter where project_id = #{projectId} and name = #{name}")
    int remove(@Param("projectId") String projectId, @Param("name") String name);
}
