package org.pelerin.app.place;

import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.pelerin.core.plan.Errand;

@Mapper
interface PlaceMapper {

    String SPOT =
            "SELECT s.id, s.name, t.name AS site, t.zone, s.depth_m AS depth FROM spot s JOIN site t ON t.id = s.site_id ";

    @Select(SPOT + "ORDER BY t.name, s.name")
    List<SpotAt> all();

    @Select(SPOT + "WHERE s.id = #{id}")
    SpotAt byId(long id);

    @Insert("INSERT INTO site (name, zone) VALUES (#{name}, #{zone}) ON DUPLICATE KEY UPDATE id = id")
    void insertSite(String name, String zone);

    @Insert("INSERT INTO spot (site_id, name) SELECT id, #{name} FROM site WHERE name = #{site}")
    void insertSpot(String site, String name);

    @Select("SELECT unit, low, high FROM spot_limit WHERE spot_id = #{spot} ORDER BY unit")
    List<Errand.Demand> demands(long spot);

    @Update("UPDATE spot SET depth_m = #{depth} WHERE id = #{spot}")
    void depth(long spot, Double depth);

    @Delete("DELETE FROM spot_limit WHERE spot_id = #{spot}")
    void clearDemands(long spot);

    @Insert("INSERT INTO spot_limit (spot_id, unit, low, high) VALUES (#{spot}, #{unit}, #{low}, #{high})")
    void insertDemand(long spot, String unit, Double low, Double high);
}
