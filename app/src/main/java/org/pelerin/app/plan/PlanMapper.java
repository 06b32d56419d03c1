package org.pelerin.app.plan;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface PlanMapper {

    String NEWEST = "SELECT p.id, p.name, p.model, p.version, v.settings, v.saved_at, v.saved_by FROM plan p"
            + " JOIN plan_version v ON v.plan_id = p.id AND v.version = p.version ";

    @Select(NEWEST + "ORDER BY p.name")
    List<StoredPlan> all();

    @Select(NEWEST + "WHERE p.id = #{id}")
    StoredPlan byId(long id);

    @Select(NEWEST + "WHERE p.name = #{name}")
    StoredPlan byName(String name);

    @Select("SELECT id FROM plan WHERE name = #{name}")
    long idOf(String name);

    @Insert("INSERT INTO plan (name, model, version) VALUES (#{name}, #{model}, 0)")
    void insert(String name, String model);

    @Update("UPDATE plan SET name = #{name}, version = version + 1 WHERE id = #{id} AND version = #{expected}")
    int advance(long id, String name, int expected);

    @Insert("INSERT INTO plan_version VALUES (#{planId}, #{version}, #{settings}, #{at}, #{by})")
    void insertVersion(long planId, int version, String settings, Instant at, String by);
}
