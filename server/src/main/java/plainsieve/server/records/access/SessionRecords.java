package plainsieve.server.records.access;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import plainsieve.server.records.CachedRead;

/** Sessions and sign-in links. */
@Mapper
public interface SessionRecords {
    @CachedRead
    @Select("select * from session where digest = #{digest}")
    Optional<SessionRow> find(String digest);

    @Select("select * from session where person_id = #{personId} and ended = 0 order by used_at desc")
    List<SessionRow> of(String personId);

    @Insert("""
            insert into session (digest, person_id, browser, created_at, used_at, ended)
            values (#{digest}, #{personId}, #{browser}, #{createdAt}, #{usedAt}, #{ended})
            """)
    void begin(SessionRow row);

    @Update("update session set used_at = #{now} where digest = #{digest}")
    void used(@Param("digest") String digest, @Param("now") Instant now);

    @Update("update session set ended = 1 where digest = #{digest}")
    void end(String digest);

    @Update("update session set ended = 1 where person_id = #{personId}")
    void endAll(String personId);

    @Delete("delete from session where used_at < #{idleSince} or created_at < #{oldest}")
    void endOld(@Param("idleSince") Instant idleSince, @Param("oldest") Instant oldest);

    @Insert("""
            insert into sign_in_link (digest, person_id, ends_at, reusable)
            values (#{digest}, #{personId}, #{endsAt}, #{reusable})
            """)
    void addLink(SignInLinkRow row);

    @Select("select * from sign_in_link where digest = #{digest}")
    Optional<SignInLinkRow> link(String digest);

    /** @return 1 for the request that used it, if two arrive concurrently */
    @Delete("delete from sign_in_link where digest = #{digest}")
    int useLink(String digest);

    @Delete("delete from sign_in_link where person_id = #{personId}")
    void removeLinksOf(String personId);
}
