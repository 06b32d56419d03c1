package org.pelerin.app.organisation.account;

import java.time.Instant;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface SecondFactorMapper {

    /**
     * @param secret sealed
     * @param confirmedAt since when it is asked for; null while it is being set up
     * @param lastStep the newest step of thirty seconds whose code was taken
     */
    record Row(String account, String secret, Instant confirmedAt, long lastStep) {}

    /** Null where there is none. */
    @Select("SELECT account, secret, confirmed_at, last_step FROM second_factor WHERE account = #{account}")
    Row of(String account);

    @Insert("INSERT INTO second_factor (account, secret) VALUES (#{account}, #{secret})"
            + " ON DUPLICATE KEY UPDATE secret = IF(confirmed_at IS NULL, VALUES(secret), secret)")
    void begin(String account, String secret);

    @Update("UPDATE second_factor SET confirmed_at = #{at} WHERE account = #{account} AND confirmed_at IS NULL")
    int confirm(String account, Instant at);

    /** @return 0 if that code, or a later one, was taken before */
    @Update("UPDATE second_factor SET last_step = #{step} WHERE account = #{account} AND last_step < #{step}")
    int take(String account, long step);

    @Delete("DELETE FROM second_factor WHERE account = #{account}")
    int remove(String account);

    @Insert("INSERT INTO recovery_code (account, hash) VALUES (#{account}, #{hash})")
    void addCode(String account, String hash);

    /** @return 0 if there is none such, or it was used before */
    @Update(
            "UPDATE recovery_code SET used_at = #{at} WHERE account = #{account} AND hash = #{hash} AND used_at IS NULL")
    int useCode(String account, String hash, Instant at);

    @Select("SELECT COUNT(*) FROM recovery_code WHERE account = #{account} AND used_at IS NULL")
    int codesLeft(String account);

    @Delete("DELETE FROM recovery_code WHERE account = #{account}")
    void removeCodes(String account);
}
