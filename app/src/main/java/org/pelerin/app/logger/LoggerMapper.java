package org.pelerin.app.logger;

import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface LoggerMapper {

    @Insert(
            "INSERT INTO logger (serial, model, firmware, battery_permille, device_state, records, clock_offset_ms, seen_at)"
                    + " VALUES (#{serial}, #{model}, #{firmware}, #{batteryPermille}, #{deviceState}, #{records}, #{clockOffsetMs},"
                    + " #{seenAt}) ON DUPLICATE KEY UPDATE firmware = VALUES(firmware), battery_permille = VALUES(battery_permille),"
                    + " device_state = VALUES(device_state), records = VALUES(records), clock_offset_ms = VALUES(clock_offset_ms),"
                    + " seen_at = VALUES(seen_at)")
    void see(LoggerUnit unit);

    @Select("SELECT * FROM logger WHERE serial = #{serial}")
    LoggerUnit bySerial(String serial);

    @Select("SELECT * FROM logger ORDER BY serial")
    List<LoggerUnit> all();
}
