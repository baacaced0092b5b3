package plainsieve.server.records.access;

import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

/** API keys. */
@Mapper
public interface ApiKeyRecords {
    @Select("select * from api_key where person_id = #{personId} order by name")
    List<ApiKeyRow> of(String personId);

    @Select("select * from api_key where digest = #{digest}")
    Optional<ApiKeyRow> find(String digest);

    @Insert("""
            insert into api_key (id, digest, person_id, name, project_id, role, granted_roles, granted_groups, ends_at, used_at)
            values (#{id}, #{digest}, #{personId}, #{name}, #{projectId}, #{role}, #{grantedRoles}, #{grantedGroups}, #{endsAt}, #{usedAt})
            """)
    void add(ApiKeyRow row);

    @Update("update api_key set used_at = #{now} where id = #{id}")
    void used(@Param("id") String id, @Param("now") String now);

    @Delete("delete from api_key where id = #{id} and person_id = #{personId}")
    int remove(@Param("id") String id, @Param("personId") String personId);

    @Delete("delete from api_key where person_id = #{personId}")
    void removeAll(String personId);
}
