package plainsieve.server.records;

import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

/** Between which sources values may travel, in the records. */
@Mapper
public interface DataTransferRecords {
    @Select("select * from travel order by project_id, from_source, to_source")
    List<DataTransferRow> all();

    /** Replaces a previous decision. */
    @Insert("""
            insert into travel (project_id, from_source, to_source, allowed)
            values (#{projectId}, #{fromSource}, #{toSource}, #{allowed})
            on conflict (project_id, from_source, to_source) do update set allowed = excluded.allowed
            """)
    void decide(DataTransferRow row);

    /** It is open again. */
    @Delete(
            "delete from travel where project_id = #{projectId} and from_source = #{fromSource} and to_source = #{toSource}")
    void forget(DataTransferRow row);
}
