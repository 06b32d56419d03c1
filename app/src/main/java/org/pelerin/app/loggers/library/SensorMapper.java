package org.pelerin.app.loggers.library;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface SensorMapper {

    @Select("SELECT definition FROM sensor ORDER BY name")
    List<String> all();

    @Select("SELECT definition FROM sensor WHERE name = #{name}")
    String byName(String name);

    @Select("SELECT id FROM sensor WHERE name = #{name} FOR UPDATE")
    Long lock(String name);

    @Insert("INSERT INTO sensor (name, definition, saved_at, saved_by) VALUES (#{name}, #{definition}, #{at}, #{by})"
            + " ON DUPLICATE KEY UPDATE definition = VALUES(definition), saved_at = VALUES(saved_at),"
            + " saved_by = VALUES(saved_by)")
    void save(String name, String definition, Instant at, String by);

    @Delete("DELETE FROM sensor WHERE name = #{name}")
    void delete(String name);
}
