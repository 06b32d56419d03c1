package org.pelerin.app.plans;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface PlanMapper {

    String NEWEST =
            "SELECT p.id, p.name, p.model, p.version, p.archived, v.settings, v.saved_at, v.saved_by FROM plan p"
                    + " JOIN plan_version v ON v.plan_id = p.id AND v.version = p.version ";

    @Select(NEWEST + "ORDER BY p.name")
    List<StoredPlan> all();

    @Select(NEWEST + "WHERE p.id = #{id}")
    StoredPlan byId(long id);

    @Select(NEWEST + "WHERE p.name = #{name}")
    StoredPlan byName(String name);

    @Select("SELECT plan_id, version, settings, saved_at, saved_by FROM plan_version WHERE plan_id = #{planId}"
            + " ORDER BY version DESC")
    List<PlanVersion> versions(long planId);

    @Select("SELECT plan_id, version, settings, saved_at, saved_by FROM plan_version WHERE plan_id = #{planId}"
            + " AND version = #{version}")
    PlanVersion version(long planId, int version);

    @Update("UPDATE plan SET archived = #{archived} WHERE id = #{id}")
    void archive(long id, boolean archived);

    @Insert("INSERT INTO plan_default (model, spot_id, plan_id) VALUES (#{model}, #{spotId}, #{planId})"
            + " ON DUPLICATE KEY UPDATE plan_id = VALUES(plan_id)")
    void makeDefault(String model, long spotId, long planId);

    @Delete("DELETE FROM plan_default WHERE plan_id = #{planId}")
    void dropDefaults(long planId);

    @Select(NEWEST + "JOIN plan_default d ON d.plan_id = p.id WHERE d.model = #{model} AND d.spot_id IN (0, #{spotId})"
            + " AND NOT p.archived ORDER BY d.spot_id DESC LIMIT 1")
    StoredPlan defaultFor(String model, long spotId);

    @Select("SELECT d.plan_id, d.spot_id, s.name AS spot FROM plan_default d LEFT JOIN spot_face s ON s.id = d.spot_id")
    List<PlanDefault> defaults();

    @Select("SELECT id FROM plan WHERE name = #{name}")
    long idOf(String name);

    @Insert("INSERT INTO plan (name, model, version) VALUES (#{name}, #{model}, 0)")
    void insert(String name, String model);

    @Update("UPDATE plan SET name = #{name}, version = version + 1 WHERE id = #{id} AND version = #{expected}")
    int advance(long id, String name, int expected);

    @Insert("INSERT INTO plan_version VALUES (#{planId}, #{version}, #{settings}, #{at}, #{by})")
    void insertVersion(long planId, int version, String settings, Instant at, String by);
}
