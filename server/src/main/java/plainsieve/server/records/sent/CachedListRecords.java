package plainsieve.server.records.sent;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

/** Cached results of value lists: one store on disk for everyone. */
@Mapper
public interface CachedListRecords {
    @Select("select * from cached_list where id = #{id}")
    Optional<CachedListRow> find(String id);

    /** The most recently used ones, except for long ones. @param longest in characters of JSON */
    @Select("""
            select * from (select * from cached_list order by used_at desc limit #{most})
            where length(list) <= #{longest}
            """)
    List<CachedListRow> usedLast(@Param("most") int most, @Param("longest") int longest);

    @Insert("""
            insert into cached_list (id, list, queried_at, used_at) values (#{id}, #{list}, #{queriedAt}, #{usedAt})
            on conflict (id) do update set list = excluded.list, queried_at = excluded.queried_at, used_at = excluded.used_at
            """)
    void save(CachedListRow row);

    @Update("update cached_list set used_at = #{now} where id = #{id}")
    void used(@Param("id") String id, @Param("now") Instant now);

    /** Keeps the lists that were used last. */
    @Delete("""
            delete from cached_list
            where id not in (select id from cached_list order by used_at desc limit #{most})
            """)
    void prune(int most);
}
