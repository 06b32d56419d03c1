package org.pelerin.app.places;

import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.pelerin.core.plan.Deployment;
import org.pelerin.core.plan.Hanging;

@Mapper
interface PlaceMapper {

    String SPOT_AT = "SELECT s.id, s.name, t.name AS site, t.zone, s.depth_m AS depth FROM spot s"
            + " JOIN site t ON t.id = s.site_id ";

    String SITE = "SELECT t.id, t.name, t.zone, t.address, t.latitude, t.longitude, t.notes, p.stamp AS picture_stamp"
            + " FROM site t LEFT JOIN site_picture p ON p.site_id = t.id ";

    String SPOT = "SELECT s.id, s.site_id, t.name AS site, s.name, s.surroundings, s.plan_id, l.name AS plan,"
            + " s.collect_days, s.depth_m AS depth, s.static_level_m AS static_level, s.kept_clear_m AS kept_clear,"
            + " s.margin_m AS margin, s.cable_m AS cable, s.notes,"
            + " s.x, s.y, f.stamp AS photo_stamp FROM spot s JOIN site t ON t.id = s.site_id"
            + " LEFT JOIN plan_face l ON l.id = s.plan_id LEFT JOIN spot_photo f ON f.spot_id = s.id ";

    /** A limit with the spot it belongs to. */
    record DemandRow(long spotId, String unit, Double low, Double high) {}

    /** A spot's own columns, without what other tables hold. */
    record SpotRow(
            long id,
            long siteId,
            String site,
            String name,
            String surroundings,
            Long planId,
            String plan,
            Integer collectDays,
            Double depth,
            Double staticLevel,
            Double keptClear,
            Double margin,
            Double cable,
            String notes,
            Double x,
            Double y,
            Long photoStamp) {

        Spot with(List<Deployment.Demand> demands) {
            return new Spot(
                    id,
                    siteId,
                    site,
                    name,
                    surroundings,
                    planId,
                    plan,
                    collectDays,
                    depth,
                    new Hanging(staticLevel, keptClear, margin, cable),
                    notes,
                    x,
                    y,
                    photoStamp,
                    demands);
        }
    }

    /** A stored picture. */
    record Stored(String type, byte[] bytes) {}

    @Select(SPOT_AT + "WHERE OWN_SITES(t.id) ORDER BY t.name, s.name")
    List<SpotAt> all();

    @Select(SPOT_AT + "WHERE OWN_SITES(t.id) ORDER BY t.name, s.name LIMIT #{limit}")
    List<SpotAt> some(int limit);

    @Select(SPOT_AT + "WHERE t.id = #{site} ORDER BY s.name")
    List<SpotAt> atSite(long site);

    /** @param words of which each is part of the name of the site and the spot together */
    @Select("<script>" + SPOT_AT + "<where>OWN_SITES(t.id) <foreach item='w' collection='words'>"
            + "AND INSTR(CONCAT(t.name, ' / ', s.name), #{w}) > 0 </foreach></where>"
            + "ORDER BY t.name, s.name LIMIT #{limit}</script>")
    List<SpotAt> named(List<String> words, int limit);

    @Select(SPOT_AT + "WHERE s.id = #{id}")
    SpotAt byId(long id);

    @Select(SITE + "WHERE OWN_SITES(t.id) ORDER BY t.name")
    List<Site> sites();

    @Select(SITE + "WHERE t.id = #{id}")
    Site site(long id);

    @Select(SITE + "WHERE t.name = #{name}")
    Site siteNamed(String name);

    @Select(SPOT + "WHERE OWN_SITES(t.id) ORDER BY t.name, s.name")
    List<SpotRow> allSpots();

    @Select(SPOT + "WHERE s.site_id = #{site} ORDER BY s.name")
    List<SpotRow> spots(long site);

    @Select(SPOT + "WHERE s.id = #{id}")
    SpotRow spot(long id);

    @Select("SELECT site_id FROM spot WHERE id = #{id}")
    Long siteOf(long id);

    @Select("SELECT id FROM spot WHERE site_id = #{site} AND name = #{name}")
    Long spotNamed(long site, String name);

    @Select("SELECT id FROM site WHERE id = #{id} FOR UPDATE")
    Long lockSite(long id);

    @Select("SELECT id FROM spot WHERE id = #{id} FOR UPDATE")
    Long lockSpot(long id);

    @Insert("INSERT INTO site (name, zone) VALUES (#{name}, #{zone}) ON DUPLICATE KEY UPDATE id = id")
    void insertSite(String name, String zone);

    @Insert("INSERT INTO spot (site_id, name) SELECT id, #{name} FROM site WHERE name = #{site}")
    void insertSpot(String site, String name);

    @Update("UPDATE site SET name = #{name}, zone = #{zone}, address = #{address}, latitude = #{latitude},"
            + " longitude = #{longitude}, notes = #{notes} WHERE id = #{id}")
    void updateSite(Site site);

    @Update("UPDATE spot SET name = #{name}, surroundings = #{surroundings}, plan_id = #{planId},"
            + " collect_days = #{collectDays}, depth_m = #{depth}, static_level_m = #{hanging.staticLevel},"
            + " kept_clear_m = #{hanging.keptClear}, margin_m = #{hanging.margin}, cable_m = #{hanging.cable},"
            + " notes = #{notes} WHERE id = #{id}")
    void updateSpot(Spot spot);

    @Update("UPDATE spot SET x = #{x}, y = #{y} WHERE id = #{spot}")
    void draw(long spot, Double x, Double y);

    @Select("SELECT spot_id, unit, low, high FROM spot_limit WHERE spot_id = #{spot} ORDER BY unit")
    List<DemandRow> demands(long spot);

    @Select("SELECT l.spot_id, l.unit, l.low, l.high FROM spot_limit l JOIN spot s ON s.id = l.spot_id"
            + " WHERE s.site_id = #{site} ORDER BY l.spot_id, l.unit")
    List<DemandRow> demandsAt(long site);

    @Select("SELECT l.spot_id, l.unit, l.low, l.high FROM spot_limit l ORDER BY l.spot_id, l.unit")
    List<DemandRow> allDemands();

    @Delete("DELETE FROM spot_limit WHERE spot_id = #{spot}")
    void clearDemands(long spot);

    @Insert("INSERT INTO spot_limit (spot_id, unit, low, high) VALUES (#{spot}, #{unit}, #{low}, #{high})")
    void insertDemand(long spot, String unit, Double low, Double high);

    @Insert("REPLACE INTO site_picture (site_id, type, width, height, stamp, bytes)"
            + " VALUES (#{site}, #{picture.type}, #{picture.width}, #{picture.height}, #{stamp}, #{picture.bytes})")
    void picture(long site, Picture picture, long stamp);

    @Select("SELECT type, bytes FROM site_picture WHERE site_id = #{site}")
    Stored pictureOf(long site);

    @Select("SELECT width FROM site_picture WHERE site_id = #{site}")
    Integer pictureWidth(long site);

    @Select("SELECT height FROM site_picture WHERE site_id = #{site}")
    Integer pictureHeight(long site);

    @Insert("REPLACE INTO spot_photo (spot_id, type, stamp, bytes)"
            + " VALUES (#{spot}, #{photo.type}, #{stamp}, #{photo.bytes})")
    void photo(long spot, Picture photo, long stamp);

    @Select("SELECT type, bytes FROM spot_photo WHERE spot_id = #{spot}")
    Stored photoOf(long spot);
}
