package plainsieve.server.records;

import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.CacheNamespace;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

/** Parameters in the records. A change names the version it saw. Kept in memory until one changes. */
@Mapper
@CacheNamespace(readWrite = false)
public interface ParameterRecords {
    @Select("select * from parameter order by position, name")
    List<ParameterRow> all();

    @Select("select * from parameter where name = #{name}")
    Optional<ParameterRow> find(String name);

    @Select("select coalesce(max(position), 0) + 1 from parameter")
    int nextPosition();

    @Insert("""
            insert into parameter (name, definition, position, version)
            values (#{name}, #{definition}, #{position}, #{version})
            """)
    void add(ParameterRow row);

    @Update("""
            update parameter set definition = #{definition}, version = version + 1
            where name = #{name} and version = #{version}
            """)
    int change(ParameterRow row);

    @Update("update parameter set position = #{position} where name = #{name}")
    void move(@Param("name") String name, @Param("position") int position);

    @Update("""
            update parameter set name = #{to}, definition = #{definition}, version = version + 1 where name = #{from}
            """)
    void rename(@Param("from") String from, @Param("to") String to, @Param("definition") String definition);

    @Delete("delete from parameter where name = #{name}")
    int remove(String name);
}
