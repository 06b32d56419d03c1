package org.pelerin.app.record;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Options;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface SeriesMapper {

    /**
     * One series.
     *
     * @param intervalMs zero for events
     * @param endsAt where a series with listed instants ends; null for others
     * @param clockSettings what the clock read and was set to, in ms, pairs with blanks between
     * @param derived whether its values follow from those of others
     */
    record SeriesRow(
            long missionId,
            int channel,
            String label,
            String unit,
            Instant startAt,
            Duration intervalMs,
            long samples,
            Instant clockSetAt,
            Instant clockReadAt,
            Duration clockOffsetMs,
            Instant endsAt,
            String clockSettings,
            boolean derived) {

        /** Whether its instants are stored one by one. */
        boolean listed() {
            return endsAt != null;
        }

        boolean events() {
            return listed() && intervalMs.isZero();
        }
    }

    /** {@code data} is null where only the summary was asked for. */
    record BlockRow(
            int block,
            long firstIndex,
            int samples,
            int missing,
            Double minValue,
            Double maxValue,
            double sumValue,
            byte[] data) {}

    /** The values of a block. */
    record ValuesRow(int channel, long firstIndex, int samples, byte[] data) {}

    /** {@code data} is null where only the marks were asked for; {@code marks} where they were stored before there were any. */
    record InstantsRow(int block, int samples, byte[] marks, byte[] data) {}

    @Delete("DELETE FROM series_block WHERE mission_id = #{missionId}")
    void deleteBlocks(long missionId);

    @Delete("DELETE FROM series_instants WHERE mission_id = #{missionId}")
    void deleteInstants(long missionId);

    @Delete("DELETE FROM series WHERE mission_id = #{missionId}")
    void deleteSeries(long missionId);

    @Insert(
            "INSERT INTO series VALUES (#{missionId}, #{channel}, #{label}, #{unit}, #{startAt}, #{intervalMs}, #{samples},"
                    + " #{clockSetAt}, #{clockReadAt}, #{clockOffsetMs}, #{endsAt}, #{clockSettings}, #{derived})")
    void insertSeries(SeriesRow row);

    /** Blocks that are there are replaced. */
    @Insert("<script>INSERT INTO series_block VALUES <foreach item='r' collection='rows' separator=','>(#{missionId},"
            + " #{channel}, #{r.block}, #{r.firstIndex}, #{r.samples}, #{r.missing}, #{r.minValue}, #{r.maxValue},"
            + " #{r.sumValue}, #{r.data})</foreach> ON DUPLICATE KEY UPDATE samples = VALUES(samples),"
            + " missing = VALUES(missing), min_value = VALUES(min_value), max_value = VALUES(max_value),"
            + " sum_value = VALUES(sum_value), data = VALUES(data)</script>")
    void putBlocks(long missionId, int channel, List<BlockRow> rows);

    @Insert("<script>INSERT INTO series_instants (mission_id, channel, block, samples, marks, data) VALUES"
            + " <foreach item='r' collection='rows' separator=','>(#{missionId}, #{channel}, #{r.block}, #{r.samples},"
            + " #{r.marks}, #{r.data})</foreach> ON DUPLICATE KEY UPDATE samples = VALUES(samples),"
            + " marks = VALUES(marks), data = VALUES(data)</script>")
    void putInstants(long missionId, int channel, List<InstantsRow> rows);

    @Update("UPDATE series SET samples = #{samples}, clock_set_at = #{clockSetAt}, clock_read_at = #{clockReadAt},"
            + " clock_offset_ms = #{clockOffsetMs}, ends_at = #{endsAt}, clock_settings = #{clockSettings}"
            + " WHERE mission_id = #{missionId} AND channel = #{channel}")
    void goesOn(SeriesRow row);

    @Select("SELECT block, first_index, samples, missing, min_value, max_value, sum_value, data"
            + " FROM series_block WHERE mission_id = #{missionId} AND channel = #{channel} AND block = #{block}")
    BlockRow block(long missionId, int channel, int block);

    @Select("SELECT * FROM series WHERE mission_id = #{missionId} ORDER BY channel")
    List<SeriesRow> series(long missionId);

    @Delete("DELETE FROM series_block WHERE mission_id = #{missionId} AND channel = #{channel}")
    void deleteBlocksOf(long missionId, int channel);

    @Delete("DELETE FROM series_instants WHERE mission_id = #{missionId} AND channel = #{channel}")
    void deleteInstantsOf(long missionId, int channel);

    @Delete("DELETE FROM series WHERE mission_id = #{missionId} AND channel = #{channel} AND derived")
    void deleteDerived(long missionId, int channel);

    /** How many values a channel holds. */
    record Held(int channel, String label, long held) {}

    @Select(
            "SELECT s.channel, s.label, COALESCE(SUM(b.samples - b.missing), 0) AS held FROM series s LEFT JOIN series_block b"
                    + " ON b.mission_id = s.mission_id AND b.channel = s.channel WHERE s.mission_id = #{missionId} AND NOT s.derived"
                    + " GROUP BY s.channel, s.label ORDER BY s.channel")
    List<Held> held(long missionId);

    @Select("<script>SELECT channel, first_index, samples, data FROM series_block WHERE mission_id = #{missionId}"
            + " AND channel IN <foreach item='c' collection='channels' open='(' separator=',' close=')'>#{c}</foreach>"
            + " AND block BETWEEN #{first} AND #{last}</script>")
    List<ValuesRow> blocksOf(long missionId, List<Integer> channels, int first, int last);

    /** Of all but the last the summaries only. */
    @Select("SELECT block, first_index, samples, missing, min_value, max_value, sum_value,"
            + " IF(block = #{lastBlock}, data, NULL) AS data"
            + " FROM series_block WHERE mission_id = #{missionId} AND channel = #{channel}"
            + " AND block BETWEEN #{firstBlock} AND #{lastBlock} ORDER BY block")
    List<BlockRow> summaries(long missionId, int channel, int firstBlock, int lastBlock);

    /** Within a transaction what an earlier call gave is not held on to. */
    @Options(flushCache = Options.FlushCachePolicy.TRUE)
    @Select("SELECT block, first_index, samples, missing, min_value, max_value, sum_value, data"
            + " FROM series_block WHERE mission_id = #{missionId} AND channel = #{channel}"
            + " AND block BETWEEN #{firstBlock} AND #{lastBlock} ORDER BY block")
    List<BlockRow> blocks(long missionId, int channel, int firstBlock, int lastBlock);

    @Select("SELECT block, samples, marks, data FROM series_instants WHERE mission_id = #{missionId}"
            + " AND channel = #{channel} AND block BETWEEN #{first} AND #{last} ORDER BY block")
    List<InstantsRow> instants(long missionId, int channel, int first, int last);

    @Select("SELECT block, samples, marks, NULL AS data FROM series_instants WHERE mission_id = #{missionId}"
            + " AND channel = #{channel} ORDER BY block")
    List<InstantsRow> marks(long missionId, int channel);

    @Select("<script>SELECT DISTINCT unit FROM series WHERE mission_id IN"
            + " <foreach item='m' collection='missions' open='(' separator=',' close=')'>#{m}</foreach></script>")
    List<String> units(@Param("missions") List<Long> missions);
}
