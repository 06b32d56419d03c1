package org.pelerin.app.report.document;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface ScheduleMapper {

    /** As it is stored. */
    record Row(
            long id,
            Long siteId,
            Long spotId,
            ReportSchedule.Span span,
            String spec,
            String mailTo,
            LocalDate nextOn,
            Instant madeAt,
            String madeBy) {

        ReportSchedule schedule() {
            return new ReportSchedule(id, siteId, spotId, span, ReportSpec.read(spec), mailTo, nextOn, madeAt, madeBy);
        }
    }

    String ROW = "SELECT id, site_id, spot_id, span, spec, mail_to, next_on, made_at, made_by FROM report_schedule ";

    /** Null for all sites. */
    @Select(
            "SELECT COALESCE(site_id, (SELECT s.site_id FROM spot_face s WHERE s.id = spot_id)) FROM report_schedule WHERE id = #{id}")
    Long siteOf(long id);

    @Select(
            ROW
                    + "WHERE OWN_SITES(COALESCE(site_id, (SELECT s.site_id FROM spot_face s WHERE s.id = spot_id), 0)) ORDER BY id")
    List<Row> all();

    @Select(ROW + "WHERE next_on <= #{today} ORDER BY id")
    List<Row> due(LocalDate today);

    @Insert(
            "INSERT INTO report_schedule (site_id, spot_id, span, spec, mail_to, next_on, made_at, made_by) VALUES (#{site},"
                    + " #{spot}, #{span}, #{spec}, #{mailTo}, #{nextOn}, #{at}, #{by})")
    void insert(
            Long site,
            Long spot,
            ReportSchedule.Span span,
            String spec,
            String mailTo,
            LocalDate nextOn,
            Instant at,
            String by);

    /** @return 0 where another process was faster */
    @Update("UPDATE report_schedule SET next_on = #{next} WHERE id = #{id} AND next_on = #{before}")
    int moveOn(long id, LocalDate before, LocalDate next);

    @Delete("DELETE FROM report_schedule WHERE id = #{id}")
    int remove(long id);
}
