package org.pelerin.app.deployment.prepare.batch;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Options;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface BatchMapper {

    /** What a new batch needs; {@code id} is filled in. */
    final class Row {
        Long id;
        final String planName;
        final int planVersion;
        final String settings;
        final String pin;
        final String notWired;
        final Instant at;
        final String by;

        Row(String planName, int planVersion, String settings, String pin, String notWired, Instant at, String by) {
            this.planName = planName;
            this.planVersion = planVersion;
            this.settings = settings;
            this.pin = pin;
            this.notWired = notWired;
            this.at = at;
            this.by = by;
        }
    }

    String ITEMS = "SELECT i.id, i.batch_id, i.serial, i.logger_name, i.spot_id, s.name AS spot,"
            + " COALESCE(i.plan_name, o.plan_name) AS plan_name, COALESCE(i.plan_version, o.plan_version) AS plan_version,"
            + " i.settings, i.state, i.message, i.mission_id, i.done_at FROM batch_item i JOIN batch o ON o.id = i.batch_id"
            + " LEFT JOIN spot_face s ON s.id = i.spot_id ";

    String BATCH = "SELECT id, plan_name, plan_version, settings, state, ordered_at, ordered_by, not_wired FROM batch ";

    @Insert("INSERT INTO batch (plan_name, plan_version, settings, pin, not_wired, state, ordered_at, ordered_by)"
            + " VALUES (#{planName}, #{planVersion}, #{settings}, #{pin}, #{notWired}, 'GOING', #{at}, #{by})")
    @Options(useGeneratedKeys = true, keyProperty = "id")
    void insert(Row row);

    @Insert(
            "INSERT INTO batch_item (batch_id, serial, logger_name, spot_id, plan_name, plan_version, settings, state, message)"
                    + " VALUES (#{batchId}, #{serial}, #{loggerName}, #{spotId}, #{planName}, #{planVersion}, #{settings}, #{state},"
                    + " #{message})")
    void insertItem(
            long batchId,
            String serial,
            String loggerName,
            Long spotId,
            String planName,
            Integer planVersion,
            String settings,
            BatchItem.State state,
            String message);

    @Select(BATCH + "WHERE id = #{id}")
    Batch byId(long id);

    /** Of the spots that its loggers go to. */
    @Select("SELECT DISTINCT s.site_id FROM batch_item i JOIN spot_face s ON s.id = i.spot_id WHERE i.batch_id = #{id}")
    List<Long> sitesOf(long id);

    @Select(BATCH + "WHERE NOT EXISTS (SELECT 1 FROM batch_item i JOIN spot_face s ON s.id = i.spot_id"
            + " WHERE i.batch_id = batch.id AND NOT OWN_SITES(s.site_id)) ORDER BY id DESC LIMIT #{limit}")
    List<Batch> newest(int limit);

    @Select(ITEMS + "WHERE i.batch_id = #{batchId} ORDER BY i.id")
    List<BatchItem> items(long batchId);

    @Select(ITEMS + "WHERE i.id = #{id}")
    BatchItem item(long id);

    @Select("SELECT id FROM batch_item WHERE batch_id = #{batchId} AND state = 'QUEUED' ORDER BY id")
    List<Long> queued(long batchId);

    /** @return 0 if it is stopped, or over */
    @Update("UPDATE batch_item SET state = 'WRITING', message = 'writing' WHERE id = #{id} AND (state = 'WRITING'"
            + " OR state = 'QUEUED' AND (SELECT state FROM batch WHERE id = batch_item.batch_id) = 'GOING')")
    int begin(long id);

    @Update("UPDATE batch_item SET state = #{state}, message = #{message}, mission_id = #{missionId}, done_at = #{at}"
            + " WHERE id = #{id} AND state = 'WRITING'")
    int finish(long id, BatchItem.State state, String message, Long missionId, Instant at);

    /** @return 0 if it is so already */
    @Update("UPDATE batch SET state = #{state} WHERE id = #{id} AND state <> #{state}")
    int state(long id, String state);

    @Update("UPDATE batch_item SET state = 'STOPPED', message = 'stopped before it was written' WHERE batch_id = #{id}"
            + " AND state = 'QUEUED'")
    int stopQueued(long id);

    @Update(
            "UPDATE batch_item SET state = 'QUEUED', message = 'waiting its turn', done_at = NULL WHERE batch_id = #{id}"
                    + " AND state IN ('STOPPED', 'FAILED', 'BLOCKED')")
    int requeue(long id);

    @Select("SELECT pin FROM batch WHERE id = #{id}")
    String pinOf(long id);

    @Update("UPDATE batch SET pin = #{pin} WHERE id = #{id}")
    void pin(long id, String pin);

    /** Once nothing of it waits or is being written. */
    @Update("UPDATE batch SET pin = '' WHERE id = #{id} AND NOT EXISTS"
            + " (SELECT 1 FROM batch_item WHERE batch_id = #{id} AND state IN ('QUEUED', 'WRITING'))")
    void forgetPin(long id);
}
