package org.pelerin.app.account;

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

    @Select("SELECT id, name, display_name, password_hash, role FROM account" + " WHERE name = #{name}")
    Account byName(String name);

    @Select("SELECT name, display_name, role FROM account ORDER BY display_name")
    List<Person> people();

    @Select("SELECT COUNT(*) FROM account")
    long count();

    @Insert(
            "INSERT INTO account (name, display_name, password_hash, role) VALUES (#{name}, #{displayName}, #{hash}, #{role})")
    void insert(String name, String displayName, String hash, Role role);

    @Select("SELECT display_name FROM account WHERE role = #{role} ORDER BY name LIMIT 3")
    List<String> named(Role role);
}
