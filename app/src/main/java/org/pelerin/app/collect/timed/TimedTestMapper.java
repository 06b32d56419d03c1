package org.pelerin.app.collect.timed;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Options;
import org.apache.ibatis.annotations.Select;

@Mapper
interface TimedTestMapper {

    /** What a new test needs; {@code id} is filled in. */
    final class Row {
        Long id;
        final String serial;
        final String subject;
        final int number;
        final String channel;
        final String ratios;
        final Long recording;
        final Long mission;
        final Instant at;
        final String by;

        Row(
                String serial,
                String subject,
                int number,
                String channel,
                String ratios,
                Long recording,
                Long mission,
                Instant at,
                String by) {
            this.serial = serial;
            this.subject = subject;
            this.number = number;
            this.channel = channel;
            this.ratios = ratios;
            this.recording = recording;
            this.mission = mission;
            this.at = at;
            this.by = by;
        }
    }

    String TEST = "SELECT t.id, t.serial, t.subject, t.number, t.channel, t.ratios, t.recording_id,"
            + " COALESCE(t.mission_id, r.mission_id) AS mission_id,"
            + " IF(t.recording_id IS NULL, COALESCE(m.first_at, t.made_at), t.made_at) AS begun_at, t.made_at, t.made_by"
            + " FROM timed_test t LEFT JOIN recording_face r ON r.id = t.recording_id LEFT JOIN mission_face m ON m.id = t.mission_id";

    @Select(TEST + " WHERE t.id = #{id}")
    TimedTest test(long id);

    String SITE =
            "LEFT JOIN mission_face n ON n.id = COALESCE(t.mission_id, r.mission_id) LEFT JOIN spot_face s ON s.id = n.spot_id";

    @Select(
            "<script>SELECT DISTINCT s.site_id FROM timed_test t LEFT JOIN recording_face r ON r.id = t.recording_id "
                    + SITE
                    + " WHERE t.id IN <foreach item='i' collection='ids' open='(' separator=',' close=')'>#{i}</foreach></script>")
    List<Long> sitesOf(List<Long> ids);

    @Select(TEST + " " + SITE + " WHERE OWN_SITES_OR_NONE(s.site_id) ORDER BY t.id DESC LIMIT #{limit}")
    List<TimedTest> newest(int limit);

    /** Locks what there is of a subject, so that two tests of it that begin at once get two numbers. */
    @Select("SELECT COALESCE(MAX(number), 0) + 1 FROM timed_test WHERE subject = #{subject} FOR UPDATE")
    int next(String subject);

    @Insert(
            "INSERT INTO timed_test (serial, subject, number, channel, ratios, recording_id, mission_id, made_at, made_by)"
                    + " VALUES (#{serial}, #{subject}, #{number}, #{channel}, #{ratios}, #{recording}, #{mission}, #{at}, #{by})")
    @Options(useGeneratedKeys = true, keyProperty = "id")
    void insert(Row row);

    @Delete("DELETE FROM timed_test WHERE id = #{id}")
    int delete(long id);
}
