package plainsieve.server.records.definitions;

import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

/** Whether projects are those of files and no one changes them here; and taking all of them out, to put others in their place. */
@Mapper
public interface ProjectFolderRecords {
    @Update("update project_folder set locked = #{locked}")
    void lock(boolean locked);

    /** Whether there are projects that were made here, not those of files. */
    @Select("select (select locked from project_folder) = 0 and exists (select 1 from definition where kind = 'query')")
    boolean hasOwn();

    @Delete("delete from definition")
    void removeDefinitions();

    @Delete("delete from transfer_policy")
    void removeTransferPolicies();

    @Delete("delete from source")
    void removeSources();
}
