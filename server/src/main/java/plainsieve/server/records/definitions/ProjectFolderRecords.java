package plainsieve.server.records.definitions;

import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

/** Whether projects are read from files and locked; removal of all projects before replacing them. */
@Mapper
public interface ProjectFolderRecords {
    @Update("update project_folder set locked = #{locked}")
    void lock(boolean locked);

    /** Whether there are projects that were created here and not read from files. */
    @Select("select (select locked from project_folder) = 0 and exists (select 1 from definition where kind = 'query')")
    boolean hasOwn();

    @Delete("delete from definition")
    void removeDefinitions();

    @Delete("delete from transfer_policy")
    void removeTransferPolicies();

    @Delete("delete from source")
    void removeSources();
}
