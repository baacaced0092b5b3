package plainsieve.server.records;

import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.CacheNamespace;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

/** Sources in the records. Kept in memory until one changes. */
@Mapper
@CacheNamespace(readWrite = false)
public interface SourceRecords {
    @Select("select * from source order by position, id")
    List<SourceRow> all();

    @Select("select * from source where id = #{id}")
    Optional<SourceRow> find(String id);

    @Insert("""
            insert into source (id, kind, host, port, database_name, username, password, position)
            values (#{id}, #{kind}, #{host}, #{port}, #{databaseName}, #{username}, #{password}, #{position})
            """)
    void add(SourceRow row);
}
