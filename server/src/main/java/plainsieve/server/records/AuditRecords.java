package plainsieve.server.records;

import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;

/** What people did. Nothing here changes or removes a deed, and the records refuse it. */
@Mapper
public interface AuditRecords {
    @Insert("""
            insert into deed (at, person, address, what, project_id, about)
            values (#{at}, #{person}, #{address}, #{what}, #{projectId}, #{about})
            """)
    void add(AuditEntry row);

    @Select("""
            select * from deed
            where project_id = #{projectId} and what = #{what} and substr(about, 1, length(#{begins})) = #{begins}
            order by id desc limit 1
            """)
    Optional<AuditEntry> last(
            @Param("projectId") String projectId, @Param("what") String what, @Param("begins") String begins);

    /** The newest first. @param search in any of its words; empty for all */
    @Select("""
            select * from deed
            where id < #{before}
              and (#{search} = '' or instr(lower(person || ' ' || what || ' ' || about || ' ' || project_id), lower(#{search})) > 0)
            order by id desc limit #{most}
            """)
    List<AuditEntry> latest(@Param("before") long before, @Param("search") String search, @Param("most") int most);
}
