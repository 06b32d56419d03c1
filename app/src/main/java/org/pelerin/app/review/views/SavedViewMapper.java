package org.pelerin.app.review.views;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface SavedViewMapper {

    String VIEW = "SELECT id, name, owner, shared, mission_id, spot_id, document FROM saved_view";

    @Select(VIEW + " WHERE (mission_id = #{mission} OR spot_id = #{spot}) AND (shared OR owner = #{person})"
            + " ORDER BY name, id")
    List<SavedView> of(long mission, Long spot, String person);

    @Select(VIEW + " WHERE mission_id IS NULL AND spot_id IS NULL AND (shared OR owner = #{person}) ORDER BY name, id")
    List<SavedView> together(String person);

    @Select(VIEW + " WHERE id = #{id} AND (shared OR owner = #{person})")
    SavedView find(long id, String person);

    @Insert("INSERT INTO saved_view (name, owner, shared, mission_id, spot_id, document, made_at) VALUES (#{name},"
            + " #{owner}, #{shared}, #{mission}, #{spot}, #{document}, #{at})")
    void insert(String name, String owner, boolean shared, Long mission, Long spot, String document, Instant at);

    @Delete("DELETE FROM saved_view WHERE id = #{id} AND owner = #{owner}")
    int delete(long id, String owner);
}
