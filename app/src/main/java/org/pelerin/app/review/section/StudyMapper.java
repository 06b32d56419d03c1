package org.pelerin.app.review.section;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;

@Mapper
interface StudyMapper {

    String STUDY = "SELECT id, site_id, name, unit, from_at, to_at, low, high, made_at, made_by FROM mapping_study";

    @Select(STUDY + " WHERE site_id = #{site} ORDER BY from_at DESC, id DESC")
    List<MappingStudy> of(long site);

    @Select("SELECT site_id FROM mapping_study WHERE id = #{id}")
    Long siteOf(long id);

    @Select(STUDY + " WHERE id = #{id}")
    MappingStudy study(long id);

    @Insert(
            "INSERT INTO mapping_study (site_id, name, unit, from_at, to_at, low, high, made_at, made_by) VALUES (#{site},"
                    + " #{name}, #{unit}, #{from}, #{to}, #{low}, #{high}, #{at}, #{by})")
    void insert(
            @Param("site") long site,
            @Param("name") String name,
            @Param("unit") String unit,
            @Param("from") Instant from,
            @Param("to") Instant to,
            @Param("low") Double low,
            @Param("high") Double high,
            @Param("at") Instant at,
            @Param("by") String by);

    @Delete("DELETE FROM mapping_study WHERE id = #{id}")
    int delete(long id);
}
