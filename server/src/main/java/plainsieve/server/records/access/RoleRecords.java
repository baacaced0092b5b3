package plainsieve.server.records.access;

import java.util.List;
import java.util.Set;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import plainsieve.server.records.CachedRead;

/** The roles of users and groups. */
@Mapper
public interface RoleRecords {
    @Select("select person_id as holder, project_id, role from person_role")
    List<RoleRow> ofPeople();

    @Select("select group_id as holder, project_id, role from group_role")
    List<RoleRow> ofGroups();

    /** Their own roles, and those of their groups. */
    @CachedRead
    @Select("""
            select person_id as holder, project_id, role from person_role where person_id = #{personId}
            union all
            select group_id as holder, project_id, role from group_role
            where group_id in (select group_id from membership where person_id = #{personId})
            """)
    List<RoleRow> of(String personId);

    /** Everyone who has a role in a project, or in all, by themselves or by a group. */
    @Select("""
            select person_id from person_role where project_id in ('', #{projectId})
            union
            select m.person_id from group_role r join membership m on m.group_id = r.group_id
            where r.project_id in ('', #{projectId})
            """)
    Set<String> peopleOf(String projectId);

    @Insert("""
            insert into person_role (person_id, project_id, role) values (#{holder}, #{projectId}, #{role})
            on conflict (person_id, project_id) do update set role = excluded.role
            """)
    void grantToPerson(RoleRow row);

    @Insert("""
            insert into group_role (group_id, project_id, role) values (#{holder}, #{projectId}, #{role})
            on conflict (group_id, project_id) do update set role = excluded.role
            """)
    void grantToGroup(RoleRow row);

    @Delete("delete from person_role where person_id = #{holder} and project_id = #{project}")
    void revokeFromPerson(@Param("holder") String personId, @Param("project") String projectId);

    @Delete("delete from group_role where group_id = #{holder} and project_id = #{project}")
    void revokeFromGroup(@Param("holder") String groupId, @Param("project") String projectId);
}
