package org.pelerin.app.loggers.registry;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.pelerin.core.model.ModelCatalogue;

@Mapper
interface LoggerMapper {

    String LOGGER =
            "SELECT id, serial, model, firmware, battery_permille, device_state, records, clock_offset_ms, seen_at,"
                    + " own_name, remarks, retired_at FROM logger ";

    @Insert(
            "INSERT INTO logger (serial, model, firmware, battery_permille, device_state, records, clock_offset_ms, seen_at)"
                    + " VALUES (#{serial}, #{model}, #{firmware}, #{batteryPermille}, #{deviceState}, #{records}, #{clockOffsetMs},"
                    + " #{seenAt}) ON DUPLICATE KEY UPDATE firmware = VALUES(firmware), battery_permille = VALUES(battery_permille),"
                    + " device_state = VALUES(device_state), records = VALUES(records), clock_offset_ms = VALUES(clock_offset_ms),"
                    + " seen_at = VALUES(seen_at)")
    void see(LoggerUnit unit);

    @Update(
            "UPDATE logger SET checked_at = #{at}, checked_by = #{by}, checked_readings = #{readings} WHERE serial = #{serial}")
    void checked(String serial, Instant at, String by, String readings);

    @Select("SELECT id FROM logger WHERE serial = #{serial} FOR UPDATE")
    Long lock(String serial);

    @Update("UPDATE logger SET own_name = #{name}, remarks = #{remarks} WHERE serial = #{serial}")
    void describe(String serial, String name, String remarks);

    @Update("UPDATE logger SET retired_at = #{at}, retired_reason = #{reason}, lost = #{lost} WHERE serial = #{serial}")
    int retire(String serial, Instant at, String reason, boolean lost);

    @Update("UPDATE logger SET alarmed_at = CASE WHEN #{alarmed} THEN COALESCE(alarmed_at, #{at}) ELSE NULL END"
            + " WHERE serial = #{serial} AND (alarmed_at IS NULL) = #{alarmed}")
    void alarmed(String serial, boolean alarmed, Instant at);

    @Select("SELECT checked_at AS at, checked_by AS who, checked_readings AS readings FROM logger"
            + " WHERE serial = #{serial} AND checked_at IS NOT NULL")
    Checked check(String serial);

    @Select(LOGGER + "WHERE serial = #{serial}")
    LoggerUnit bySerial(String serial);

    @Select(LOGGER + "WHERE serial LIKE CONCAT('%-', #{end}) AND model <> '" + ModelCatalogue.FILE + "' LIMIT 2")
    List<LoggerUnit> endingWith(String end);

    @Select(LOGGER + "WHERE model <> '" + ModelCatalogue.FILE
            + "' AND INSTR(CONCAT(serial, ' ', own_name), #{text}) > 0" + " ORDER BY serial LIMIT #{limit}")
    List<LoggerUnit> named(String text, int limit);

    /** Without devices that are known from files only. */
    @Select(LOGGER + "WHERE model <> '" + ModelCatalogue.FILE + "' ORDER BY serial")
    List<LoggerUnit> all();

    @Update("UPDATE logger SET read_at = #{at} WHERE serial = #{serial}")
    void recordsRead(String serial, Instant at);
}
