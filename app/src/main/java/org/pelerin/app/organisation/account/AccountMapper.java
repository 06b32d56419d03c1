package org.pelerin.app.organisation.account;

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

    String ACCOUNT = "SELECT id, name, display_name, password_hash, role, disabled_at, once_until_at FROM account ";

    @Select(ACCOUNT + "WHERE name = #{name}")
    Account byName(String name);

    @Select(ACCOUNT + "ORDER BY disabled_at IS NOT NULL, display_name, name")
    List<Account> all();

    @Select("SELECT name, display_name, role FROM account WHERE disabled_at IS NULL ORDER BY display_name")
    List<Person> people();

    @Select("SELECT name FROM account WHERE role = 'ADMIN' ORDER BY name")
    List<String> administrators();

    /** How many can administer; they stay so until the transaction ends. */
    @Select("SELECT COUNT(*) FROM account WHERE role = 'ADMIN' AND disabled_at IS NULL FOR UPDATE")
    int lockAdministrators();

    @Select("SELECT id FROM account WHERE name = #{name} FOR UPDATE")
    Long lock(String name);

    @Update("UPDATE account SET display_name = #{displayName}, role = #{role} WHERE name = #{name}")
    int change(String name, String displayName, Role role);

    @Update("UPDATE account SET disabled_at = #{at} WHERE name = #{name} AND disabled_at IS NULL")
    int disable(String name, Instant at);

    @Update("UPDATE account SET disabled_at = NULL WHERE name = #{name} AND disabled_at IS NOT NULL")
    int enable(String name);

    @Update(
            "UPDATE account SET password_hash = #{hash}, once_until_at = #{onceUntil}, password_at = #{at} WHERE name = #{name}")
    int password(String name, String hash, Instant onceUntil, Instant at);

    /** The newest sign-in of each account, as the trail has it. */
    record LastIn(String name, Instant at) {}

    @Select("SELECT a.name, e.at FROM account a JOIN audit_face e ON e.sequence ="
            + " (SELECT MAX(sequence) FROM audit_face WHERE subject = a.name AND action = 'sign in')")
    List<LastIn> lastIn();

    @Select("SELECT COUNT(*) FROM account")
    long count();

    @Insert(
            "INSERT INTO account (name, display_name, password_hash, role) VALUES (#{name}, #{displayName}, #{hash}, #{role})")
    void insert(String name, String displayName, String hash, Role role);

    @Select("SELECT display_name FROM account WHERE role = #{role} AND disabled_at IS NULL ORDER BY name LIMIT 3")
    List<String> named(Role role);
}
