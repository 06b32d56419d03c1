package org.pelerin.app.place;

import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface PlaceMapper {

    String SPOT = "SELECT s.id, s.name, t.name AS site, t.zone FROM spot s JOIN site t ON t.id = s.site_id ";

    @Select(SPOT + "ORDER BY t.name, s.name")
    List<SpotAt> all();

    @Select(SPOT + "WHERE s.id = #{id}")
    SpotAt byId(long id);

    @Insert("INSERT INTO site (name, zone) VALUES (#{name}, #{zone}) ON DUPLICATE KEY UPDATE id = id")
    void insertSite(String name, String zone);

    @Insert("INSERT INTO spot (site_id, name) SELECT id, #{name} FROM site WHERE name = #{site}")
    void insertSpot(String site, String name);
}
