package org.pelerin.app.organisation.account;

import java.time.Instant;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface IdentityMapper {

    /** Null for nobody. */
    @Select("SELECT account FROM account_identity WHERE issuer = #{issuer} AND subject = #{subject}")
    String accountOf(String issuer, String subject);

    @Select("SELECT COUNT(*) FROM account_identity WHERE account = #{account}")
    boolean linked(String account);

    @Insert(
            "INSERT INTO account_identity (account, issuer, subject, linked_at) VALUES (#{account}, #{issuer}, #{subject}, #{at})")
    void link(String account, String issuer, String subject, Instant at);

    @Delete("DELETE FROM account_identity WHERE account = #{account}")
    int unlink(String account);

    @Select("SELECT link_until FROM account WHERE name = #{account}")
    Instant linkUntil(String account);

    @Update("UPDATE account SET link_until = #{until} WHERE name = #{account}")
    void allowLink(String account, Instant until);
}
