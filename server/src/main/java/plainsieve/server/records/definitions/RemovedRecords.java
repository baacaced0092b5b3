package plainsieve.server.records.definitions;

import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;

/** Removed objects that can be restored. */
@Mapper
public interface RemovedRecords {
    @Insert("""
            insert into removed (project_id, kind, object_id, name, content, removed_at)
            values (#{projectId}, #{kind}, #{objectId}, #{name}, #{content}, #{removedAt})
            """)
    void add(RemovedRow row);

    /** The newest first; those outside projects are included for every project. */
    @Select("""
            select * from removed where project_id in (#{projectId}, '') order by id desc limit #{most}
            """)
    List<RemovedRow> latest(@Param("projectId") String projectId, @Param("most") int most);

    @Select("select * from removed where id = #{id} and project_id in (#{projectId}, '')")
    Optional<RemovedRow> find(@Param("projectId") String projectId, @Param("id") long id);

    @Delete("delete from removed where id = #{id}")
    void forget(long id);
}
