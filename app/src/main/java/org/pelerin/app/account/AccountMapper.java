package org.pelerin.app.account;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface AccountMapper {

    @Select("SELECT mail FROM account WHERE name = #{name}")
    String mail(String name);

    @Update("UPDATE account SET mail = #{mail} WHERE name = #{name}")
    void reachBy(String name, String mail);

    @Select("SELECT id, name, display_name, password_hash, role, failed_count, blocked_until_at FROM account"
            + " WHERE name = #{name}")
    Account byName(String name);

    @Select("SELECT name, display_name, role FROM account ORDER BY display_name")
    List<Person> people();

    @Select("SELECT COUNT(*) FROM account")
    long count();

    @Insert(
            "INSERT INTO account (name, display_name, password_hash, role) VALUES (#{name}, #{displayName}, #{hash}, #{role})")
    void insert(String name, String displayName, String hash, Role role);

    @Update("UPDATE account SET failed_count = failed_count + 1 WHERE name = #{name}")
    void countFailure(String name);

    @Update("UPDATE account SET blocked_until_at = #{until} WHERE name = #{name}")
    void block(String name, Instant until);

    @Update("UPDATE account SET failed_count = 0, blocked_until_at = NULL WHERE name = #{name} AND failed_count > 0")
    void clearFailures(String name);

    @Select("SELECT display_name FROM account WHERE role = #{role} ORDER BY name LIMIT 3")
    List<String> named(Role role);
}
