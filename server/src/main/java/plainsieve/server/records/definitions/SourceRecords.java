package plainsieve.server.records.definitions;

import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import plainsieve.server.records.CachedRead;

/** Sources in the records, each for every project or for some. */
@Mapper
public interface SourceRecords {
    @Select("select * from source order by position, id")
    List<SourceRow> all();

    @CachedRead
    @Select("select * from source where id = #{id}")
    Optional<SourceRow> find(String id);

    /** Behind all others. */
    @Insert("""
            insert into source (id, kind, settings, password, position, projects)
            values (#{id}, #{kind}, #{settings}, #{password}, (select coalesce(max(position), 0) + 1 from source), #{projects})
            """)
    void add(SourceRow row);

    /** Changes an unchanged row; returns 0 for a conflict. */
    @Update("""
            update source set kind = #{row.kind}, settings = #{row.settings}, password = #{row.password}
            where id = #{row.id} and settings = #{before.settings} and password = #{before.password}
            """)
    int change(@Param("row") SourceRow row, @Param("before") SourceRow before);

    @Update("update source set projects = #{projects} where id = #{id}")
    int allow(@Param("id") String id, @Param("projects") String projects);

    /** Changes the ID of a source; a trigger changes it in queries. */
    @Update("update source set id = #{to} where id = #{from}")
    int rename(@Param("from") String from, @Param("to") String to);

    @Delete("delete from source where id = #{id}")
    int remove(String id);
}
