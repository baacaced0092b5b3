package plainsieve.server.records.access;

import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;

/** External identities, and their claims. */
@Mapper
public interface IdentityRecords {
    /** A claim that implies membership in a group. */
    record GroupClaim(String groupId, String value) {}

    @Select("select person_id from person_identity where issuer = #{issuer} and subject = #{subject}")
    Optional<String> find(@Param("issuer") String issuer, @Param("subject") String subject);

    @Insert("insert into person_identity (issuer, subject, person_id) values (#{issuer}, #{subject}, #{person})")
    void add(@Param("issuer") String issuer, @Param("subject") String subject, @Param("person") String personId);

    @Delete("delete from person_claim where person_id = #{personId}")
    void forgetClaims(String personId);

    @Insert("""
            insert into person_claim (person_id, claim, value) values (#{person}, #{claim}, #{value}) on conflict do nothing
            """)
    void claim(@Param("person") String personId, @Param("claim") String claim, @Param("value") String value);

    @Select("""
            select value from person_claim
            where claim = #{claim} and person_id = (select id from person where name = #{name})
            order by value
            """)
    List<String> claims(@Param("name") String personName, @Param("claim") String claim);

    @Select("select * from group_claim order by value")
    List<GroupClaim> claimed();

    @Delete("delete from group_claim where group_id = #{groupId}")
    void forgetClaimed(String groupId);

    @Insert("insert into group_claim (group_id, value) values (#{groupId}, #{value}) on conflict do nothing")
    void claimGroup(GroupClaim claimed);

    @Delete("delete from membership where person_id = #{personId} and by_claim = 1")
    void removeClaimedMemberships(String personId);

    @Insert("""
            insert into membership (group_id, person_id, by_claim)
            select group_id, #{person}, 1 from group_claim where value = #{value}
            on conflict do nothing
            """)
    void joinClaimed(@Param("person") String personId, @Param("value") String value);
}
