package plainsieve.server.records;

import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.CacheNamespace;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

/** Reports in the records. Kept in memory until one changes. */
@Mapper
@CacheNamespace(readWrite = false)
public interface ReportRecords {
    @Select("select * from report order by position, name")
    List<ReportRow> all();

    @Select("select * from report where id = #{id}")
    Optional<ReportRow> find(String id);

    @Insert("""
            insert into report (id, name, audience, question, definition, position)
            values (#{id}, #{name}, #{audience}, #{question}, #{definition}, #{position})
            """)
    void add(ReportRow row);

    @Update("""
            update report set name = #{name}, audience = #{audience}, question = #{question}, definition = #{definition}
            where id = #{id}
            """)
    void replace(ReportRow row);

    @Update("update report set question = #{question}, definition = #{definition} where id = #{id}")
    void change(@Param("id") String id, @Param("question") String question, @Param("definition") String definition);
}
