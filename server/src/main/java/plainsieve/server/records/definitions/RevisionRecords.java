package plainsieve.server.records.definitions;

import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Arg;
import org.apache.ibatis.annotations.ConstructorArgs;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.type.ByteArrayTypeHandler;

/** Published versions. */
@Mapper
public interface RevisionRecords {
    /** Project files, packed. */
    record Packed(byte[] content) {}

    @Select("""
            select project_id, number, at, person, reason, changed_objects from revision
            where project_id = #{project} and number < #{before} order by number desc limit #{most}
            """)
    List<RevisionRow> before(@Param("project") String projectId, @Param("before") int number, @Param("most") int most);

    @Select("""
            select project_id, number, at, person, reason, changed_objects from revision
            where project_id = #{project} and number = #{number}
            """)
    Optional<RevisionRow> find(@Param("project") String projectId, @Param("number") int number);

    @ConstructorArgs(@Arg(column = "content", javaType = byte[].class, typeHandler = ByteArrayTypeHandler.class))
    @Select("select content from revision where project_id = #{project} and number = #{number}")
    Optional<Packed> content(@Param("project") String projectId, @Param("number") int number);

    @Insert("""
            insert into revision (project_id, number, at, person, reason, changed_objects, content)
            values (#{row.projectId}, #{row.number}, #{row.at}, #{row.person}, #{row.reason}, #{row.changedObjects}, #{content})
            """)
    void add(@Param("row") RevisionRow row, @Param("content") byte[] content);
}
