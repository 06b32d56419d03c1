package org.pelerin.app.loggers.connection;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface StationMapper {

    @Select(
            "SELECT id, host, port, added_by, added_at, answered_at, reason, every_min, retry_min, next_at, due_at, retries,"
                    + " chosen_tables, serial FROM station ORDER BY host, port")
    List<Station> all();

    /** @return 0 if it is there already */
    @Insert(
            "INSERT IGNORE INTO station (host, port, added_by, added_at, reason) VALUES (#{host}, #{port}, #{by}, #{at}, '')")
    int insert(String host, int port, String by, Instant at);

    @Select("SELECT host FROM station_host ORDER BY host")
    List<String> hosts();

    @Insert("INSERT IGNORE INTO station_host (host, added_by, added_at) VALUES (#{host}, #{by}, #{at})")
    int addHost(String host, String by, Instant at);

    /** @return 0 if it is not there, or a station at it is watched */
    @Delete("DELETE FROM station_host WHERE host = #{host}"
            + " AND NOT EXISTS (SELECT 1 FROM station s WHERE s.host = station_host.host)")
    int removeHost(String host);

    @Delete("DELETE FROM station WHERE id = #{id}")
    int delete(long id);

    @Update("UPDATE station SET answered_at = #{at}, reason = '', serial = #{serial} WHERE id = #{id}")
    void answered(long id, String serial, Instant at);

    @Update("UPDATE station SET reason = #{reason} WHERE id = #{id}")
    void silent(long id, String reason);

    @Update(
            "UPDATE station SET every_min = #{every}, retry_min = #{retry}, next_at = #{next}, due_at = #{next}, retries = 0,"
                    + " chosen_tables = #{tables} WHERE id = #{id}")
    int schedule(long id, int every, int retry, String tables, Instant next);

    /** @return 1 for the only one who moves it on */
    @Update(
            "UPDATE station SET next_at = #{next}, due_at = #{due}, retries = #{retries} WHERE id = #{id} AND next_at = #{was}")
    int moveOn(long id, Instant was, Instant next, Instant due, int retries);
}
