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
            insert into parameter (name, label, hint, type, many, blank_rule, blank_words, unit, list_kind, list_values,
              list_query_id, every_row, default_choice, trial_choice, position, version)
            values (#{name}, #{label}, #{hint}, #{type}, #{many}, #{blankRule}, #{blankWords}, #{unit}, #{listKind},
              #{listValues}, #{listQueryId}, #{everyRow}, #{defaultChoice}, #{trialChoice}, #{position}, #{version})
            """)
    void add(ParameterRow row);

    @Update("""
            update parameter set label = #{label}, hint = #{hint}, type = #{type}, many = #{many},
              blank_rule = #{blankRule}, blank_words = #{blankWords}, unit = #{unit}, list_kind = #{listKind},
              list_values = #{listValues}, list_query_id = #{listQueryId}, every_row = #{everyRow},
              default_choice = #{defaultChoice}, trial_choice = #{trialChoice}, version = version + 1
            where name = #{name} and version = #{version}
            """)
    int change(ParameterRow row);

    @Update("update parameter set name = #{to}, version = version + 1 where name = #{from}")
    void rename(@Param("from") String from, @Param("to") String to);

    @Delete("delete from parameter where name = #{name}")
    int remove(String name);
}
