package org.pelerin.app.collect;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Options;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface JobMapper {

    String COLUMNS =
            "SELECT id, serial, state, mission_id, done, total, message, ordered_by, ordered_at, leave_running,"
                    + " began_at, began_done, told_at, chosen_missions, chosen_tables FROM job ";

    /** A new order; {@code id} is filled in. */
    final class Fresh {
        Long id;
        final String serial;
        final String by;
        final Instant at;
        final boolean leaveRunning;
        final String missions;
        final String tables;

        Fresh(String serial, String by, Instant at, boolean leaveRunning, CollectionScope choice) {
            this.serial = serial;
            this.by = by;
            this.at = at;
            this.leaveRunning = leaveRunning;
            this.missions = choice.missionsText();
            this.tables = choice.tablesText();
        }
    }

    @Insert(
            "INSERT INTO job (serial, state, message, ordered_by, ordered_at, active_serial, leave_running, chosen_missions,"
                    + " chosen_tables) VALUES (#{serial}, 'QUEUED', 'waiting its turn', #{by}, #{at}, #{serial}, #{leaveRunning},"
                    + " #{missions}, #{tables})")
    @Options(useGeneratedKeys = true, keyProperty = "id")
    void insert(Fresh job);

    @Select(COLUMNS + "WHERE serial = #{serial} ORDER BY id DESC LIMIT #{limit}")
    List<Job> latest(String serial, int limit);

    @Select(COLUMNS + "WHERE active_serial = #{serial}")
    Job active(String serial);

    @Select(COLUMNS + "WHERE active_serial IS NOT NULL ORDER BY id")
    List<Job> allActive();

    @Select(COLUMNS + "WHERE serial = #{serial} ORDER BY id DESC LIMIT 1")
    Job newest(String serial);

    @Select(COLUMNS + "WHERE id = #{id}")
    Job byId(long id);

    /** @return 0 if it is over */
    @Update("UPDATE job SET state = 'RUNNING', began_at = NULL, told_at = NULL WHERE id = #{id}"
            + " AND active_serial IS NOT NULL")
    int begin(long id);

    @Update("UPDATE job SET done = #{done}, total = #{total}, message = #{message}, mission_id = #{missionId},"
            + " began_done = IF(began_at IS NULL, #{done}, began_done), began_at = COALESCE(began_at, #{now}), told_at = #{now}"
            + " WHERE id = #{id} AND active_serial IS NOT NULL")
    int progress(long id, Instant now, Long missionId, long done, long total, String message);

    @Update(
            "UPDATE job SET state = 'WAITING_FOR_LOGGER', message = #{message} WHERE id = #{id} AND active_serial IS NOT NULL")
    int release(long id, String message);

    @Update("UPDATE job SET state = #{state}, message = #{message}, active_serial = NULL"
            + " WHERE id = #{id} AND active_serial IS NOT NULL")
    int finish(long id, Job.State state, String message);

    @Update(
            "UPDATE job SET state = 'FAILED', message = #{message}, active_serial = NULL WHERE id = #{id} AND active_serial IS NOT NULL")
    int cancel(long id, String message);
}
