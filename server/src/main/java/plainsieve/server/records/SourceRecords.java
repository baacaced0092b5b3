package plainsieve.server.records;

import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

/** Sources in the records: every project may use them. */
@Mapper
public interface SourceRecords {
    @Select("select * from source order by position, id")
    List<SourceRow> all();

    /** Behind all others. */
    @Insert("""
            insert into source (id, kind, settings, password, position)
            values (#{id}, #{kind}, #{settings}, #{password}, (select coalesce(max(position), 0) + 1 from source))
            """)
    void add(SourceRow row);

    @Update("update source set kind = #{kind}, settings = #{settings}, password = #{password} where id = #{id}")
    int change(SourceRow row);

    /** A new id; queries follow by themselves. */
    @Update("update source set id = #{to} where id = #{from}")
    int rename(@Param("from") String from, @Param("to") String to);

    @Delete("delete from source where id = #{id}")
    int remove(String id);
}
