package plainsieve.server.records.definitions;

import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import plainsieve.server.records.CachedRead;

/** Stored definitions of every kind. A change names the version that it is based on and has no effect if there is a newer one. */
@Mapper
public interface DefinitionRecords {
    /** The definitions of every project that are needed to build it, in order of position. */
    @Select("""
            select project_id, kind, id, form, draft, published, since, version from definition
            where kind in ('query', 'parameter', 'report', 'stage') order by project_id, kind, position, id
            """)
    List<DefinitionRow> ofProjects();

    /** The definitions of one kind in every project, by ID. */
    @CachedRead
    @Select("""
            select project_id, kind, id, form, draft, published, since, version from definition
            where kind = #{kind} order by project_id, id
            """)
    List<DefinitionRow> ofKind(DefinitionKind kind);

    /** Adds a definition after the others of its kind. */
    @Insert("""
            insert into definition (project_id, kind, id, form, draft, published, since, position, version)
            values (#{projectId}, #{kind}, #{id}, #{form}, #{draft}, #{published}, #{since},
              (select coalesce(max(position), 0) + 1 from definition where project_id = #{projectId} and kind = #{kind}),
              #{version})
            """)
    void add(DefinitionRow row);

    /** Returns 0 when the version of the row is not the newest. */
    @Update("""
            update definition
            set form = #{form}, draft = #{draft}, published = #{published}, since = #{since}, version = version + 1
            where project_id = #{projectId} and kind = #{kind} and id = #{id} and version = #{version}
            """)
    int change(DefinitionRow row);

    /** Adds a definition at version 1, or changes it. Returns 0 when the version of the row is not the newest. */
    @Insert("""
            insert into definition (project_id, kind, id, form, draft, published, since, position, version)
            values (#{projectId}, #{kind}, #{id}, #{form}, #{draft}, #{published}, #{since},
              (select coalesce(max(position), 0) + 1 from definition where project_id = #{projectId} and kind = #{kind}), 1)
            on conflict (project_id, kind, id) do update
            set form = excluded.form, draft = excluded.draft, published = excluded.published, since = excluded.since,
              version = version + 1
            where version = #{version}
            """)
    int save(DefinitionRow row);

    /** Changes a definition and its ID. @param row with the new ID and the version that the change is based on */
    @Update("""
            update definition set id = #{row.id}, form = #{row.form}, version = version + 1
            where project_id = #{row.projectId} and kind = #{row.kind} and id = #{from} and version = #{row.version}
            """)
    int rename(@Param("from") String from, @Param("row") DefinitionRow row);

    @Update("""
            update definition set position = #{position}
            where project_id = #{projectId} and kind = #{kind} and id = #{id}
            """)
    void move(
            @Param("projectId") String projectId,
            @Param("kind") DefinitionKind kind,
            @Param("id") String id,
            @Param("position") int position);

    @Delete("delete from definition where project_id = #{projectId} and kind = #{kind} and id = #{id}")
    int remove(@Param("projectId") String projectId, @Param("kind") DefinitionKind kind, @Param("id") String id);
}
