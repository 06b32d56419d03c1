package org.pelerin.app.loggers.calibration;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface CalibrationMapper {

    String CALIBRATION =
            "SELECT c.id, c.serial, c.channel, c.certificate, c.calibrated_at, c.due_at, c.correction, c.reason,"
                    + " c.saved_at, c.saved_by FROM calibration c ";
    String NEWEST = "JOIN (SELECT MAX(id) AS id FROM calibration GROUP BY serial, channel) n ON n.id = c.id ";

    @Insert(
            "INSERT INTO calibration (serial, channel, certificate, calibrated_at, due_at, correction, reason, saved_at,"
                    + " saved_by) VALUES (#{serial}, #{channel}, #{certificate}, #{calibratedAt}, #{dueAt}, #{correction},"
                    + " #{reason}, #{savedAt}, #{savedBy})")
    void insert(Calibration calibration);

    @Select(CALIBRATION + NEWEST + "WHERE c.serial = #{serial} ORDER BY c.channel")
    List<Calibration> newest(String serial);

    @Select(CALIBRATION + "WHERE c.serial = #{serial} ORDER BY c.id DESC")
    List<Calibration> all(String serial);

    @Select(CALIBRATION + NEWEST + "WHERE c.due_at < #{before} ORDER BY c.due_at")
    List<Calibration> dueBefore(Instant before);
}
