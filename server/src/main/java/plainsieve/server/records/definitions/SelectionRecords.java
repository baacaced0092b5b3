package plainsieve.server.records.definitions;

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
    /** The owner: a viewer of one report. */
    record Owner(String projectId, String reportId, String viewer) {}

    @Select("""
            select * from selection
            where project_id = #{projectId} and report_id = #{reportId} and viewer = #{viewer} and name <> '' order by name
            """)
    List<SelectionRow> of(Owner owner);

    @Select("select * from selection where id = #{id} and project_id = #{projectId} and report_id = #{reportId}")
    Optional<SelectionRow> find(
            @Param("projectId") String projectId, @Param("reportId") String reportId, @Param("id") String id);

    @Insert("""
            insert into selection (id, project_id, report_id, viewer, name, choices, created_at)
            values (#{id}, #{projectId}, #{reportId}, #{viewer}, #{name}, #{choices}, #{createdAt})
            on conflict (id) do update set choices = excluded.choices, created_at = excluded.created_at
            """)
    void save(SelectionRow row);

    @Delete("""
            delete from selection
            where id = #{id} and project_id = #{of.projectId} and report_id = #{of.reportId} and viewer = #{of.viewer}
            """)
    int remove(@Param("of") Owner owner, @Param("id") String id);
}
