package org.pelerin.app.record;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface DisturbanceMapper {

    record Row(
            long missionId,
            int seq,
            String kind,
            int channel,
            Instant startAt,
            Duration durationMs,
            double extreme,
            long halfPeriodNs,
            int valuesBefore,
            byte[] halfPeriods) {}

    @Delete("DELETE FROM disturbance WHERE mission_id = #{missionId} AND seq > #{after}")
    void deleteAfter(long missionId, int after);

    @Insert("INSERT INTO disturbance VALUES (#{missionId}, #{seq}, #{kind}, #{channel}, #{startAt}, #{durationMs},"
            + " #{extreme}, #{halfPeriodNs}, #{valuesBefore}, #{halfPeriods})")
    void insert(Row row);

    @Select("SELECT COUNT(*) FROM disturbance WHERE mission_id = #{missionId}")
    int count(long missionId);

    /** In the order in which the logger kept them. */
    @Select("SELECT * FROM disturbance WHERE mission_id = #{missionId} ORDER BY seq")
    List<Row> all(long missionId);

    @Select("SELECT * FROM disturbance WHERE mission_id = #{missionId} ORDER BY start_at, seq LIMIT #{limit}")
    List<Row> first(long missionId, int limit);
}
