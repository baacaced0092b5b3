package plainsieve.server.records.access;

import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import plainsieve.server.records.CachedRead;

/** Groups and their members. */
@Mapper
public interface GroupRecords {
    /** A person in a group. */
    record Member(String groupId, String personId) {}

    @Select("select * from user_group order by name")
    List<GroupRow> all();

    @Insert("insert into user_group (id, name) values (#{id}, #{name})")
    void add(GroupRow row);

    @Update("update user_group set name = #{name} where id = #{id}")
    int rename(GroupRow row);

    @Delete("delete from user_group where id = #{id}")
    int remove(String id);

    @Select("select group_id, person_id from membership")
    List<Member> members();

    @CachedRead
    @Select("select group_id from membership where person_id = #{personId}")
    List<String> of(String personId);

    @Insert("""
            insert into membership (group_id, person_id) values (#{groupId}, #{personId})
            on conflict (group_id, person_id) do update set by_claim = 0
            """)
    void join(Member member);

    @Delete("delete from membership where group_id = #{groupId} and person_id = #{personId}")
    void removeMember(Member member);

    @CachedRead
    @Select("select group_id from report_group where project_id = #{project} and report_id = #{report}")
    List<String> ofReport(@Param("project") String projectId, @Param("report") String reportId);

    @CachedRead
    @Select("select count(*) from report_group where project_id = #{project} and group_id = '*'")
    int reportsForEveryone(@Param("project") String projectId);

    @Insert("""
            insert into report_group (project_id, report_id, group_id) values (#{project}, #{report}, #{group})
            """)
    void show(@Param("project") String projectId, @Param("report") String reportId, @Param("group") String groupId);

    @Delete("delete from report_group where project_id = #{project} and report_id = #{report}")
    void hide(@Param("project") String projectId, @Param("report") String reportId);
}
