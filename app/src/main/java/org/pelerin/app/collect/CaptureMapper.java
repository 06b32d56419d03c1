package org.pelerin.app.collect;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface CaptureMapper {

    record CaptureRow(
            long missionId,
            byte[] header,
            long firstRecord,
            long endRecord,
            long firstPage,
            long endPage,
            Duration clockOffsetMs,
            Instant clockReadAt,
            int rereads,
            boolean complete,
            String sha256,
            Instant begunAt) {}

    record PageRow(byte[] bytes) {}

    /** Pages of one part of the logger's memory beside its records. */
    record PartRow(long missionId, long firstPage, long endPage) {}

    @Insert("INSERT INTO capture (mission_id, header, first_record, end_record, first_page, end_page, clock_offset_ms,"
            + " clock_read_at, begun_at) VALUES (#{missionId}, #{header}, #{firstRecord}, #{endRecord}, #{firstPage},"
            + " #{endPage}, #{clockOffsetMs}, #{clockReadAt}, #{begunAt})")
    void insert(CaptureRow row);

    @Select("SELECT * FROM capture WHERE mission_id = #{missionId}")
    CaptureRow byMission(long missionId);

    @Insert("INSERT INTO capture_page VALUES (#{missionId}, #{page}, #{bytes})")
    void insertPage(long missionId, long page, byte[] bytes);

    @Insert("INSERT INTO capture_part VALUES (#{missionId}, #{firstPage}, #{endPage})")
    void insertPart(PartRow row);

    @Select("SELECT * FROM capture_part WHERE mission_id = #{missionId} ORDER BY first_page")
    List<PartRow> parts(long missionId);

    @Select("SELECT COALESCE(MAX(page) + 1, #{first}) FROM capture_page"
            + " WHERE mission_id = #{missionId} AND page >= #{first} AND page < #{end}")
    long nextPage(long missionId, long first, long end);

    @Select("SELECT bytes FROM capture_page WHERE mission_id = #{missionId} ORDER BY page")
    List<PageRow> pages(long missionId);

    @Update("UPDATE capture SET rereads = rereads + #{more} WHERE mission_id = #{missionId}")
    void addRereads(long missionId, int more);

    @Update(
            "UPDATE capture SET complete = TRUE, sha256 = #{sha256} WHERE mission_id = #{missionId} AND complete = FALSE")
    void complete(long missionId, String sha256);
}
