package plainsieve.server.records.access;

import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;

/** The audit log. No method changes or removes an entry, and the database rejects it. */
@Mapper
public interface AuditRecords {
    @Insert("""
            insert into audit_log (at, person, address, action, project_id, object)
            values (#{at}, #{person}, #{address}, #{action}, #{projectId}, #{object})
            """)
    void add(AuditEntry row);

    @Select("""
            select * from audit_log
            where project_id = #{projectId} and action = #{action} and substr(object, 1, length(#{begins})) = #{begins}
            order by id desc limit 1
            """)
    Optional<AuditEntry> last(
            @Param("projectId") String projectId, @Param("action") String action, @Param("begins") String begins);

    /** The newest first. @param search in any field; empty for all */
    @Select("""
            select * from audit_log
            where id < #{before}
              and (#{search} = '' or instr(lower(person || ' ' || action || ' ' || object || ' ' || project_id), lower(#{search})) > 0)
            order by id desc limit #{most}
            """)
    List<AuditEntry> latest(@Param("before") long before, @Param("search") String search, @Param("most") int most);
}
