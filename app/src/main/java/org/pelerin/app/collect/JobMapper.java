package org.pelerin.app.collect;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface JobMapper {

    String COLUMNS =
            "SELECT id, serial, state, mission_id, done, total, message, ordered_by, ordered_at, leave_running,"
                    + " began_at, began_done, told_at, chosen_missions, chosen_tables FROM job ";

    @Insert(
            "INSERT INTO job (serial, state, message, ordered_by, ordered_at, active_serial, leave_running, chosen_missions,"
                    + " chosen_tables) VALUES (#{serial}, 'QUEUED', 'waiting its turn', #{by}, #{at}, #{serial}, #{leaveRunning},"
                    + " #{missions}, #{tables})")
    void insert(String serial, String by, Instant at, boolean leaveRunning, String missions, String tables);

    @Select(COLUMNS + "WHERE serial = #{serial} ORDER BY id DESC LIMIT #{limit}")
    List<Job> latest(String serial, int limit);

    @Select(COLUMNS + "WHERE active_serial = #{serial}")
    Job active(String serial);

    @Select(COLUMNS + "WHERE active_serial IS NOT NULL ORDER BY id")
    List<Job> allActive();

    @Select(COLUMNS + "WHERE serial = #{serial} ORDER BY id DESC LIMIT 1")
    Job newest(String serial);

    @Select(COLUMNS
            + "WHERE active_serial IS NOT NULL AND (lease_until_at IS NULL OR lease_until_at < #{now}) ORDER BY id")
    List<Job> claimable(Instant now);

    @Update("UPDATE job SET lease_owner = #{owner}, lease_until_at = #{until}, state = 'RUNNING',"
            + " began_at = NULL, told_at = NULL WHERE id = #{id}"
            + " AND active_serial IS NOT NULL AND (lease_until_at IS NULL OR lease_until_at < #{now})")
    int claim(long id, String owner, Instant now, Instant until);

    @Update("UPDATE job SET lease_until_at = #{until} WHERE id = #{id} AND lease_owner = #{owner}")
    int renew(long id, String owner, Instant until);

    @Update("UPDATE job SET done = #{done}, total = #{total}, message = #{message}, mission_id = #{missionId},"
            + " began_done = IF(began_at IS NULL, #{done}, began_done), began_at = COALESCE(began_at, #{now}), told_at = #{now},"
            + " lease_until_at = #{until} WHERE id = #{id} AND lease_owner = #{owner}")
    int progress(
            long id, String owner, Instant now, Instant until, Long missionId, long done, long total, String message);

    @Update(
            "UPDATE job SET state = 'WAITING_FOR_LOGGER', message = #{message}, lease_owner = NULL, lease_until_at = NULL"
                    + " WHERE id = #{id} AND lease_owner = #{owner}")
    int release(long id, String owner, String message);

    @Update("UPDATE job SET state = #{state}, message = #{message}, lease_owner = NULL, lease_until_at = NULL,"
            + " active_serial = NULL WHERE id = #{id} AND lease_owner = #{owner}")
    int finish(long id, String owner, Job.State state, String message);

    @Update(
            "UPDATE job SET state = 'FAILED', message = #{message}, active_serial = NULL WHERE active_serial = #{serial}"
                    + " AND lease_owner IS NULL")
    int cancel(String serial, String message);
}
