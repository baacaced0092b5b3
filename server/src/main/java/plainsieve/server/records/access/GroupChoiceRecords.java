package plainsieve.server.records.access;

import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

/** The permitted values of groups. */
@Mapper
public interface GroupChoiceRecords {
    @Select("select * from group_choice order by project_id, parameter, group_id")
    List<GroupChoiceRow> all();

    @Select("select * from group_choice where project_id = #{project} and parameter = #{parameter} order by group_id")
    List<GroupChoiceRow> of(@Param("project") String projectId, @Param("parameter") String parameter);

    /** Replaces a previous value. */
    @Insert("""
            insert into group_choice (group_id, project_id, parameter, choice)
            values (#{groupId}, #{projectId}, #{parameter}, #{choice})
            on conflict (group_id, project_id, parameter) do update set choice = excluded.choice
            """)
    void set(GroupChoiceRow row);

    @Delete("""
            delete from group_choice
            where group_id = #{groupId} and project_id = #{projectId} and parameter = #{parameter}
            """)
    void forget(GroupChoiceRow row);

    /** Replaces the entry of a removed object with the same name. */
    @Update("""
            update or replace group_choice set parameter = #{to} where project_id = #{project} and parameter = #{from}
            """)
    void rename(@Param("project") String projectId, @Param("from") String from, @Param("to") String to);
}
