package org.pelerin.app.collect;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.pelerin.link.message.PageTable;

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
            Instant begunAt,
            String leftOut,
            String reread,
            Integer battery,
            Boolean alarmed) {}

    record PageRow(byte[] bytes) {}

    /** How far a table's pages are linked. */
    record ChainRow(PageTable pageTable, long nextPage, byte[] link) {}

    /** How far a table's pages are decoded; {@code held} are numbers parted by blanks. */
    record DecodedRow(PageTable pageTable, long page, String held) {}

    /** Pages of one part of the logger's memory beside its records. */
    record PartRow(long missionId, long firstPage, long endPage) {}

    @Insert("INSERT INTO capture (mission_id, header, first_record, end_record, first_page, end_page, clock_offset_ms,"
            + " clock_read_at, begun_at, battery, alarmed) VALUES (#{missionId}, #{header}, #{firstRecord}, #{endRecord}, #{firstPage},"
            + " #{endPage}, #{clockOffsetMs}, #{clockReadAt}, #{begunAt}, #{battery}, #{alarmed})")
    void insert(CaptureRow row);

    @Select("SELECT * FROM capture WHERE mission_id = #{missionId}")
    CaptureRow byMission(long missionId);

    @Insert("INSERT INTO capture_page VALUES (#{missionId}, #{page}, #{bytes})")
    void insertPage(long missionId, long page, byte[] bytes);

    @Insert("INSERT INTO capture_part VALUES (#{missionId}, #{firstPage}, #{endPage})")
    void insertPart(PartRow row);

    @Select("SELECT * FROM capture_part WHERE mission_id = #{missionId} ORDER BY first_page")
    List<PartRow> parts(long missionId);

    @Select("SELECT bytes FROM capture_page WHERE mission_id = #{missionId} ORDER BY page")
    List<PageRow> pages(long missionId);

    @Select("SELECT bytes FROM capture_page WHERE mission_id = #{missionId} AND page >= #{from} AND page < #{end}"
            + " ORDER BY page")
    List<PageRow> pagesFrom(long missionId, long from, long end);

    @Select("SELECT page_table, next_page, link FROM capture_chain WHERE mission_id = #{missionId}")
    List<ChainRow> chains(long missionId);

    @Insert("INSERT INTO capture_chain (mission_id, page_table, next_page, link)"
            + " VALUES (#{missionId}, #{r.pageTable}, #{r.nextPage}, #{r.link})"
            + " ON DUPLICATE KEY UPDATE next_page = VALUES(next_page), link = VALUES(link)")
    void chain(long missionId, ChainRow r);

    @Select("SELECT page_table, page, held FROM capture_decoded WHERE mission_id = #{missionId}")
    List<DecodedRow> decoded(long missionId);

    @Insert("INSERT INTO capture_decoded (mission_id, page_table, page, held)"
            + " VALUES (#{missionId}, #{r.pageTable}, #{r.page}, #{r.held})"
            + " ON DUPLICATE KEY UPDATE page = VALUES(page), held = VALUES(held)")
    void noteDecoded(long missionId, DecodedRow r);

    @Update("UPDATE capture SET rereads = rereads + #{more}, reread = #{words} WHERE mission_id = #{missionId}")
    void addRereads(long missionId, int more, String words);

    @Update("UPDATE capture SET reread = '' WHERE mission_id = #{missionId}")
    void clearReread(long missionId);

    @Update("UPDATE capture_read SET reread = #{row.reread}, clock_offset_ms = IF(#{row.battery} IS NULL, NULL,"
            + " #{row.clockOffsetMs}), battery = #{row.battery}, alarmed = #{row.alarmed}, alarms = #{alarms}"
            + " WHERE mission_id = #{row.missionId} AND seq = #{seq}")
    void noteConditions(CaptureRow row, int seq, int alarms);

    @Update("UPDATE capture_read SET expected = #{expected}, received = #{received}, gaps = #{gaps}"
            + " WHERE mission_id = #{missionId} AND seq = #{seq}")
    void noteResult(long missionId, int seq, long expected, long received, int gaps);

    String VISIT = "SELECT r.mission_id, r.seq, l.serial, s.site, s.name AS `where`, r.read_at, r.read_by, r.expected,"
            + " r.received, r.gaps, r.reread, r.clock_offset_ms AS clock_offset, r.battery, r.alarmed, r.alarms, r.sha256"
            + " FROM capture_read r JOIN mission_face m ON m.id = r.mission_id JOIN logger_face l ON l.id = m.logger_id"
            + " LEFT JOIN spot_face s ON s.id = m.spot_id ";

    @Select("SELECT COUNT(*) FROM capture_read WHERE mission_id = #{missionId}")
    int countVisits(long missionId);

    @Select(VISIT + "WHERE r.mission_id = #{missionId} ORDER BY r.seq DESC")
    List<Visit> visitsTo(long missionId);

    @Select(VISIT + "WHERE OWN_SITES_OR_NONE(s.site_id) ORDER BY r.read_at DESC, r.mission_id DESC LIMIT #{limit}")
    List<Visit> latestVisits(int limit);

    @Update(
            "UPDATE capture SET complete = TRUE, left_out = #{leftOut}, sha256 = #{sha256} WHERE mission_id = #{missionId} AND complete = FALSE")
    void complete(long missionId, String leftOut, String sha256);

    /** One page with its number. */
    record NumberedPage(long page, byte[] bytes) {}

    /** A visit to a mission that went on afterwards, or its last one. */
    record ReadRow(
            long missionId,
            int seq,
            Instant readAt,
            long endRecord,
            String sha256,
            String readBy,
            byte[] header,
            String ends,
            boolean linked) {}

    /** A page as it was up to a visit. */
    record BeforeRow(int seq, long page, byte[] bytes) {}

    @Update("UPDATE capture SET header = #{header}, end_record = #{endRecord}, end_page = #{endPage},"
            + " clock_offset_ms = #{clockOffsetMs}, clock_read_at = #{clockReadAt}, battery = #{battery},"
            + " alarmed = #{alarmed}, complete = FALSE, sha256 = NULL"
            + " WHERE mission_id = #{missionId}")
    void reach(
            long missionId,
            byte[] header,
            long endRecord,
            long endPage,
            Duration clockOffsetMs,
            Instant clockReadAt,
            Integer battery,
            Boolean alarmed);

    @Update(
            "UPDATE capture_part SET end_page = #{endPage} WHERE mission_id = #{missionId} AND first_page = #{firstPage}")
    int reachPart(long missionId, long firstPage, long endPage);

    @Select(
            "SELECT page, bytes FROM capture_page WHERE mission_id = #{missionId} AND page >= #{first} AND page < #{end}"
                    + " ORDER BY page DESC LIMIT 1")
    NumberedPage lastPage(long missionId, long first, long end);

    @Update("UPDATE capture_page SET bytes = #{bytes} WHERE mission_id = #{missionId} AND page = #{page}")
    void updatePage(long missionId, long page, byte[] bytes);

    @Insert(
            "INSERT INTO capture_page_before (mission_id, seq, page, bytes) VALUES (#{missionId}, #{seq}, #{page}, #{bytes})"
                    + " ON DUPLICATE KEY UPDATE seq = seq")
    void keepBefore(long missionId, int seq, long page, byte[] bytes);

    @Select("SELECT COALESCE(MAX(seq), 0) FROM capture_read WHERE mission_id = #{missionId}")
    int reads(long missionId);

    /** A visit to a mission. */
    record VisitAt(long missionId, Instant readAt) {}

    @Select("<script>SELECT mission_id, read_at FROM capture_read WHERE read_at &gt;= #{from} AND mission_id IN"
            + " <foreach item='m' collection='missions' open='(' separator=',' close=')'>#{m}</foreach></script>")
    List<VisitAt> visits(List<Long> missions, Instant from);

    @Insert("INSERT INTO capture_read (mission_id, seq, read_at, end_record, sha256, read_by, header, ends, linked)"
            + " VALUES (#{missionId}, #{seq}, #{readAt}, #{endRecord}, #{sha256}, #{readBy}, #{header}, #{ends},"
            + " #{linked})")
    void insertRead(ReadRow row);

    @Select("SELECT mission_id, seq, read_at, end_record, sha256, read_by, header, ends, linked FROM capture_read"
            + " WHERE mission_id = #{missionId} AND seq = #{seq}")
    ReadRow readRow(long missionId, int seq);

    @Select("SELECT seq, page, bytes FROM capture_page_before WHERE mission_id = #{missionId} AND seq >= #{seq}"
            + " ORDER BY seq DESC")
    List<BeforeRow> before(long missionId, int seq);

    @Select("SELECT page, bytes FROM capture_page WHERE mission_id = #{missionId} ORDER BY page")
    List<NumberedPage> numbered(long missionId);

    @Delete("DELETE FROM capture_page WHERE mission_id = #{missionId}")
    void deletePages(long missionId);

    @Delete("DELETE FROM capture_page_before WHERE mission_id = #{missionId}")
    void deletePagesBefore(long missionId);
}
