package org.pelerin.app.organisation.account;

import java.time.Instant;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface OwnMailMapper {

    @Select("SELECT mail_asked FROM account WHERE name = #{account}")
    String asked(String account);

    @Update("UPDATE account SET mail_asked = #{mail}, mail_secret_sha256 = #{hash}, mail_asked_at = #{at}"
            + " WHERE name = #{account}")
    void ask(String account, String mail, String hash, Instant at);

    @Update("UPDATE account SET mail_asked = '', mail_secret_sha256 = NULL WHERE name = #{account}"
            + " AND mail_secret_sha256 = #{hash} AND mail_asked_at > #{after}")
    int confirm(String account, String hash, Instant after);

    @Update("UPDATE account SET mails = 0, mails_since = #{now} WHERE name = #{account} AND mails_since < #{before}")
    void rest(String account, Instant now, Instant before);

    @Update("UPDATE account SET mails = mails + 1 WHERE name = #{account} AND mails < #{most}")
    int count(String account, int most);
}
