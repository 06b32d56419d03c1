package org.pelerin.app.deployment.placing;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface PlacementMapper {

    String PLACEMENT = "SELECT p.id, g.serial, g.model, p.spot_id, s.name AS spot, s.site_id, s.site, p.placed_at,"
            + " p.placed_by, p.taken_at, p.taken_by, p.remarks, p.acclimatise_min AS acclimatise_minutes, p.checked,"
            + " p.mission_id, p.water_m AS water, p.cable_m AS cable, p.misfit FROM placement p JOIN logger_face g ON g.id = p.logger_id JOIN spot_face s ON s.id = p.spot_id ";

    @Select(PLACEMENT + "WHERE p.taken_at IS NULL ORDER BY s.site, s.name, g.serial")
    List<Placement> present();

    @Select(
            "SELECT t.id, t.name, t.address, (SELECT COUNT(*) FROM spot_face s WHERE s.site_id = t.id) AS spots,"
                    + " (SELECT COUNT(DISTINCT p.spot_id) FROM placement p JOIN spot_face s ON s.id = p.spot_id WHERE s.site_id = t.id"
                    + " AND p.taken_at IS NULL) AS taken FROM site_face t WHERE OWN_SITES(t.id) ORDER BY t.name LIMIT #{limit} OFFSET #{offset}")
    List<SiteTally> tallies(int limit, int offset);

    @Select(
            "SELECT 0 AS id, '' AS name, '' AS address, (SELECT COUNT(*) FROM spot_face s WHERE OWN_SITES(s.site_id)) AS spots,"
                    + " (SELECT COUNT(DISTINCT p.spot_id) FROM placement p JOIN spot_face s ON s.id = p.spot_id"
                    + " WHERE p.taken_at IS NULL AND OWN_SITES(s.site_id)) AS taken")
    SiteTally tallyOfAll();

    @Select("SELECT COUNT(*) FROM site_face t WHERE OWN_SITES(t.id)")
    int countSites();

    @Select(PLACEMENT + "WHERE p.taken_at IS NULL AND s.site_id = #{site} ORDER BY s.name, g.serial")
    List<Placement> presentAt(long site);

    @Select(PLACEMENT + "WHERE p.taken_at IS NULL AND g.serial = #{serial}")
    Placement presentOf(String serial);

    /** The one of a logger that ended last, if that was after an instant; null for none. */
    @Select(PLACEMENT + "WHERE g.serial = #{serial} AND p.taken_at > #{at} ORDER BY p.taken_at DESC LIMIT 1")
    Placement lastedBeyond(String serial, Instant at);

    @Select(PLACEMENT
            + "WHERE p.spot_id = #{spot} ORDER BY p.taken_at IS NULL DESC, p.placed_at DESC, p.id DESC LIMIT #{limit}")
    List<Placement> ofSpot(long spot, int limit);

    @Select(PLACEMENT
            + "WHERE p.spot_id = #{spot} AND p.placed_at < #{to} AND (p.taken_at IS NULL OR p.taken_at > #{from})"
            + " ORDER BY p.placed_at, p.id")
    List<Placement> ofSpotDuring(long spot, Instant from, Instant to);

    @Select(PLACEMENT + "WHERE g.serial = #{serial} ORDER BY p.placed_at DESC, p.id DESC LIMIT #{limit}")
    List<Placement> ofLogger(String serial, int limit);

    @Select("SELECT s.site_id FROM placement p JOIN spot_face s ON s.id = p.spot_id WHERE p.id = #{id}")
    Long siteOf(long id);

    @Select("<script>" + PLACEMENT + "WHERE p.mission_id IN <foreach item='m' collection='missions' open='('"
            + " separator=',' close=')'>#{m}</foreach></script>")
    List<Placement> ofMissions(List<Long> missions);

    @Insert(
            "INSERT INTO placement (logger_id, spot_id, placed_at, placed_by, remarks, acclimatise_min, checked, mission_id,"
                    + " water_m, cable_m, misfit)"
                    + " VALUES (#{logger}, #{spot}, #{at}, #{by}, #{remarks}, #{acclimatise}, #{checked}, #{mission},"
                    + " #{water}, #{cable}, #{misfit})")
    void insert(
            long logger,
            long spot,
            Instant at,
            String by,
            String remarks,
            int acclimatise,
            String checked,
            Long mission,
            Double water,
            Double cable,
            String misfit);

    @Update("UPDATE placement SET taken_at = #{at}, taken_by = #{by} WHERE id = #{id} AND taken_at IS NULL")
    int take(long id, Instant at, String by);

    @Select(PLACEMENT + "WHERE p.id = #{id}")
    Placement byId(long id);

    /** Another stay of the same logger that overlaps a time; null for none. */
    @Select(PLACEMENT + "WHERE g.serial = #{serial} AND p.id <> #{id} AND (p.taken_at IS NULL OR p.taken_at > #{from})"
            + " AND p.placed_at < #{to} ORDER BY p.placed_at LIMIT 1")
    Placement overlapping(String serial, long id, Instant from, Instant to);

    /** @return 0 where its times are not any more as they were */
    @Update(
            "UPDATE placement SET placed_at = #{from}, taken_at = #{to} WHERE id = #{p.id} AND placed_at = #{p.placedAt}"
                    + " AND taken_at <=> #{p.takenAt}")
    int correct(Placement p, Instant from, Instant to);

    @Select("SELECT COUNT(*) FROM placement WHERE mission_id = #{mission}")
    int countOfMission(long mission);

    @Select(
            "SELECT placed_at, acclimatise_min AS minutes, placed_by FROM placement WHERE mission_id = #{id} AND acclimatise_min > 0"
                    + " ORDER BY placed_at DESC LIMIT 1")
    Acclimatisation acclimatisation(long id);

    /** The stays of a logger at a spot that overlap a time, the earliest first. */
    @Select("SELECT placed_at, placed_at + acclimatise_min * 60000 AS settled_at, taken_at FROM placement"
            + " WHERE logger_id = #{logger} AND spot_id = #{spot} AND (taken_at IS NULL OR taken_at > #{from})"
            + " AND placed_at < #{until} ORDER BY placed_at, id")
    List<TimeAtSpot.Once> timesAt(long logger, long spot, Instant from, Instant until);
}
