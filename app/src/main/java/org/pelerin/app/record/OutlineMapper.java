package org.pelerin.app.record;

import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface OutlineMapper {

    /** {@link OutlineWriter#A_ROW} grains of one level. */
    record Row(int channel, int level, int part, byte[] data) {}

    @Insert("<script>INSERT INTO series_outline (mission_id, channel, level, part, data) VALUES"
            + " <foreach item='r' collection='rows' separator=','>(#{missionId}, #{r.channel}, #{r.level}, #{r.part},"
            + " #{r.data})</foreach> ON DUPLICATE KEY UPDATE data = VALUES(data)</script>")
    void put(long missionId, List<Row> rows);

    @Select("<script>SELECT channel, level, part, data FROM series_outline WHERE mission_id = #{missionId}"
            + " AND channel IN <foreach item='c' collection='channels' open='(' separator=',' close=')'>#{c}</foreach>"
            + " AND level = #{level} AND part BETWEEN #{first} AND #{last} ORDER BY channel, part</script>")
    List<Row> rows(long missionId, List<Integer> channels, int level, int first, int last);

    @Delete("DELETE FROM series_outline WHERE mission_id = #{missionId} AND channel = #{channel}")
    void deleteOf(long missionId, int channel);

    @Delete("DELETE FROM series_outline WHERE mission_id = #{missionId}")
    void delete(long missionId);
}
