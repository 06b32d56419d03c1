package org.pelerin.app.organisation;

import java.time.Duration;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.pelerin.core.series.ClockTolerance;

@Mapper
interface HouseMapper {

    /** A house as its row has it. */
    record Row(
            String name,
            String address,
            House.Paper paper,
            boolean fourEyes,
            House.FactorFor factorFor,
            int clockSeconds,
            double clockSecondsPerDay,
            int visitDays,
            int startHours,
            int calibrationDays,
            int seenDays,
            int version) {

        static Row of(House h) {
            AttentionRules a = h.attention();
            return new Row(
                    h.name(),
                    h.address(),
                    h.paper(),
                    h.fourEyes(),
                    h.factorFor(),
                    (int) a.clock().fixed().toSeconds(),
                    a.clock().secondsPerDay(),
                    (int) a.visitWithin().toDays(),
                    (int) a.startWithin().toHours(),
                    (int) a.calibrationAhead().toDays(),
                    (int) a.seenWithin().toDays(),
                    h.version());
        }

        House house() {
            return new House(
                    name,
                    address,
                    paper,
                    fourEyes,
                    factorFor,
                    new AttentionRules(
                            new ClockTolerance(Duration.ofSeconds(clockSeconds), clockSecondsPerDay),
                            Duration.ofDays(visitDays),
                            Duration.ofHours(startHours),
                            Duration.ofDays(calibrationDays),
                            Duration.ofDays(seenDays)),
                    version);
        }
    }

    @Select(
            "SELECT name, address, paper, four_eyes, factor_for, clock_seconds, clock_seconds_per_day, visit_days, start_hours, calibration_days,"
                    + " seen_days, version FROM house WHERE id = 1")
    Row house();

    @Update(
            "UPDATE house SET name = #{name}, address = #{address}, paper = #{paper}, four_eyes = #{fourEyes}, factor_for = #{factorFor},"
                    + " clock_seconds = #{clockSeconds}, clock_seconds_per_day = #{clockSecondsPerDay},"
                    + " visit_days = #{visitDays}, start_hours = #{startHours}, calibration_days = #{calibrationDays}, seen_days = #{seenDays},"
                    + " version = version + 1 WHERE id = 1 AND version = #{version}")
    int change(Row row);

    /** Null for none. */
    @Select("SELECT logo_type AS type, logo AS bytes FROM house WHERE id = 1 AND logo IS NOT NULL")
    Logo logo();

    @Update("UPDATE house SET logo_type = #{type}, logo = #{bytes}, version = version + 1 WHERE id = 1")
    void keepLogo(String type, byte[] bytes);

    @Update("UPDATE house SET logo_type = NULL, logo = NULL, version = version + 1 WHERE id = 1 AND logo IS NOT NULL")
    int noLogo();
}
