package org.pelerin.app.collect.live;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Options;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface LiveMapper {

    /** What a new recording needs; {@code id} is filled in. */
    final class Row {
        Long id;
        final String serial;
        final String settings;
        final Duration every;
        final Long most;
        final Long spotId;
        final Instant at;
        final String by;

        Row(String serial, String settings, Duration every, Long most, Long spotId, Instant at, String by) {
            this.serial = serial;
            this.settings = settings;
            this.every = every;
            this.most = most;
            this.spotId = spotId;
            this.at = at;
            this.by = by;
        }
    }

    /** One kept reading. */
    record Sample(long seq, byte[] counts) {}

    String RECORDING =
            "SELECT id, serial, settings, every_ms, most, spot_id, state, started_at, stop_wanted, mission_id,"
                    + " message, ordered_at, ordered_by FROM live_recording ";

    @Insert("INSERT INTO live_recording (serial, settings, every_ms, most, spot_id, state, ordered_at, ordered_by,"
            + " active_serial) VALUES (#{serial}, #{settings}, #{every}, #{most}, #{spotId}, 'WAITING', #{at}, #{by},"
            + " #{serial})")
    @Options(useGeneratedKeys = true, keyProperty = "id")
    void insert(Row row);

    @Select("SELECT s.site_id FROM live_recording r JOIN spot_face s ON s.id = r.spot_id WHERE r.id = #{id}")
    Long siteOf(long id);

    @Select(RECORDING + "WHERE id = #{id}")
    LiveRecording byId(long id);

    @Select(RECORDING + "WHERE active_serial = #{serial}")
    LiveRecording active(String serial);

    @Update("UPDATE live_recording SET state = 'GOING', started_at = #{at}, message = ''"
            + " WHERE id = #{id} AND state = 'WAITING'")
    int begin(long id, Instant at);

    @Update("UPDATE live_recording SET message = #{message} WHERE id = #{id}")
    void setMessage(long id, String message);

    @Update("UPDATE live_recording SET stop_wanted = TRUE WHERE id = #{id} AND NOT stop_wanted")
    int wantStop(long id);

    @Update("UPDATE live_recording SET mission_id = #{missionId} WHERE id = #{id}")
    void setMission(long id, long missionId);

    @Update("UPDATE live_recording SET state = #{state}, message = #{message}, active_serial = NULL"
            + " WHERE id = #{id} AND active_serial IS NOT NULL")
    int finish(long id, LiveRecording.State state, String message);

    @Insert("INSERT IGNORE INTO live_sample (recording_id, seq, counts) VALUES (#{id}, #{seq}, #{counts})")
    void keep(long id, long seq, byte[] counts);

    @Select("SELECT COALESCE(MAX(seq) + 1, 0) FROM live_sample WHERE recording_id = #{id}")
    long nextSeq(long id);

    @Select("SELECT COUNT(*) FROM live_sample WHERE recording_id = #{id}")
    long kept(long id);

    @Select("SELECT seq, counts FROM live_sample WHERE recording_id = #{id} AND seq >= #{from} ORDER BY seq")
    List<Sample> samples(long id, long from);

    @Delete("DELETE FROM live_sample WHERE recording_id = #{id}")
    void drop(long id);
}
