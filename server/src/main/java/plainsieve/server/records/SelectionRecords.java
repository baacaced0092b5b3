package plainsieve.server.records;

import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;

/** Kept choices. */
@Mapper
public interface SelectionRecords {
    @Select("""
            select * from selection where report_id = #{reportId} and viewer = #{viewer} and name <> '' order by name
            """)
    List<SelectionRow> of(@Param("reportId") String reportId, @Param("viewer") String viewer);

    @Select("select * from selection where id = #{id} and report_id = #{reportId}")
    Optional<SelectionRow> find(@Param("reportId") String reportId, @Param("id") String id);

    @Insert("""
            insert into selection (id, report_id, viewer, name, choices, made_at)
            values (#{id}, #{reportId}, #{viewer}, #{name}, #{choices}, #{madeAt})
            on conflict (id) do update set choices = excluded.choices, made_at = excluded.made_at
            """)
    void keep(SelectionRow row);

    @Delete("delete from selection where id = #{id} and viewer = #{viewer} and report_id = #{reportId}")
    int remove(@Param("reportId") String reportId, @Param("viewer") String viewer, @Param("id") String id);
}
