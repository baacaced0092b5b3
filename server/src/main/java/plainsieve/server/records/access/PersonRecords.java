package plainsieve.server.records.access;

import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import plainsieve.server.records.CachedRead;

/** People with accounts. */
@Mapper
public interface PersonRecords {
    @Select("select * from person order by label, name")
    List<PersonRow> all();

    @CachedRead
    @Select("select * from person where id = #{id}")
    Optional<PersonRow> find(String id);

    @Select("select * from person where name = #{name}")
    Optional<PersonRow> named(String name);

    @Insert("""
            insert into person (id, name, label, password, suspended, created_at, email)
            values (#{id}, #{name}, #{label}, #{password}, #{suspended}, #{createdAt}, #{email})
            """)
    void add(PersonRow row);

    @Update("update person set name = #{name}, label = #{label}, suspended = #{suspended} where id = #{id}")
    void change(PersonRow row);

    @Update("update person set password = #{password} where id = #{id}")
    void setPassword(@Param("id") String id, @Param("password") String encoded);

    @Update("update person set email = #{email} where id = #{id}")
    void setMail(@Param("id") String id, @Param("email") String email);

    @Delete("delete from person where id = #{id}")
    void remove(String id);
}
