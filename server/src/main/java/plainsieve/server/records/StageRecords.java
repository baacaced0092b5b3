package plainsieve.server.records;

import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;

/** Stages in the records. */
@Mapper
public interface StageRecords {
    @Select("select * from stage order by project_id, name")
    List<StageRow> all();

    /** One more, or another state of it. @return 0 when it is not the version that the change was made from */
    @Insert("""
            insert into stage (project_id, name, definition, version)
            values (#{projectId}, #{name}, #{definition}, 1)
            on conflict (project_id, name) do update set definition = excluded.definition, version = version + 1
            where version = #{version}
            """)
    int keep(StageRow row);

    @Delete("delete from stage where project_id = #{projectId} and name = #{name}")
    void remove(@Param("projectId") String projectId, @Param("name") String name);
}
