package org.pelerin.app.fleet.person;

import java.time.Instant;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface AddressMapper {

    @Insert("REPLACE INTO calendar_address (account, secret_sha256, made_at, read_at)"
            + " VALUES (#{account}, #{sha256}, #{at}, NULL)")
    void put(String account, String sha256, Instant at);

    @Delete("DELETE FROM calendar_address WHERE account = #{account}")
    int remove(String account);

    @Select("SELECT account, made_at, read_at FROM calendar_address WHERE account = #{account}")
    CalendarAddress of(String account);

    @Select("SELECT account FROM calendar_address WHERE secret_sha256 = #{sha256}")
    String owner(String sha256);

    @Update("UPDATE calendar_address SET read_at = #{at} WHERE secret_sha256 = #{sha256}")
    void read(String sha256, Instant at);
}
