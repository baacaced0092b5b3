package plainsieve.server.records.definitions;

import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

/** Projects in the records. */
@Mapper
public interface ProjectRecords {
    @Select("select * from project order by position, id")
    List<ProjectRow> all();

    /** Behind all others. */
    @Insert("""
            insert into project (id, name, position)
            values (#{id}, #{name}, (select coalesce(max(position), 0) + 1 from project))
            """)
    void add(@Param("id") String id, @Param("name") String name);

    @Update("update project set name = #{name} where id = #{id}")
    int rename(@Param("id") String id, @Param("name") String name);

    @Delete("delete from project where id = #{id}")
    int remove(String id);
}
