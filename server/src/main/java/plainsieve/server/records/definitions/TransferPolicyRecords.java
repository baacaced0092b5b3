package plainsieve.server.records.definitions;

import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

/** Between which sources values may be transferred. */
@Mapper
public interface TransferPolicyRecords {
    @Select("select * from transfer_policy order by project_id, from_source, to_source")
    List<TransferPolicyRow> all();

    /** Replaces a previous decision. */
    @Insert("""
            insert into transfer_policy (project_id, from_source, to_source, allowed)
            values (#{projectId}, #{fromSource}, #{toSource}, #{allowed})
            on conflict (project_id, from_source, to_source) do update set allowed = excluded.allowed
            """)
    void decide(TransferPolicyRow row);

    /** It is open again. */
    @Delete(
            "delete from transfer_policy where project_id = #{projectId} and from_source = #{fromSource} and to_source = #{toSource}")
    void forget(TransferPolicyRow row);
}
