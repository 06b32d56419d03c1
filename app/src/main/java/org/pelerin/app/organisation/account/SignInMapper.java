package org.pelerin.app.organisation.account;

import java.time.Instant;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface SignInMapper {

    record Tries(int tries, Instant untilAt) {}

    /** One more; a count that has rested since {@code expired} begins anew. The row stays locked until the transaction ends. */
    @Insert("INSERT INTO sign_in_try (kind, who, tries, last_at, until_at) VALUES (#{kind}, #{who}, 1, #{now}, 0)"
            + " ON DUPLICATE KEY UPDATE until_at = IF(last_at < #{expired}, 0, until_at),"
            + " tries = IF(last_at < #{expired}, 1, tries + 1), last_at = #{now}")
    void count(String kind, String who, Instant now, Instant expired);

    @Select("SELECT tries, until_at FROM sign_in_try WHERE kind = #{kind} AND who = #{who}")
    Tries tries(String kind, String who);

    @Update("UPDATE sign_in_try SET until_at = #{until} WHERE kind = #{kind} AND who = #{who}")
    void refuse(String kind, String who, Instant until);

    @Update("UPDATE sign_in_try SET tries = GREATEST(tries, 1) - 1 WHERE kind = #{kind} AND who = #{who}")
    void forgive(String kind, String who);

    @Delete("DELETE FROM sign_in_try WHERE kind = #{kind} AND who = #{who}")
    void forget(String kind, String who);

    @Delete("DELETE FROM sign_in_try WHERE last_at < #{before}")
    void forgetAll(Instant before);
}
