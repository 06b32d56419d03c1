package org.pelerin.app.connect;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface StationMapper {

    @Select("SELECT * FROM station ORDER BY host, port")
    List<Station> all();

    /** @return 0 if it is there already */
    @Insert(
            "INSERT IGNORE INTO station (host, port, added_by, added_at, reason) VALUES (#{host}, #{port}, #{by}, #{at}, '')")
    int insert(String host, int port, String by, Instant at);

    @Delete("DELETE FROM station WHERE host = #{host} AND port = #{port}")
    int delete(String host, int port);

    @Update("UPDATE station SET answered_at = #{at}, reason = '' WHERE id = #{id}")
    void answered(long id, Instant at);

    @Update("UPDATE station SET reason = #{reason} WHERE id = #{id}")
    void silent(long id, String reason);
}
