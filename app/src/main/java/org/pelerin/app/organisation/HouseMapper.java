package org.pelerin.app.organisation;

import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface HouseMapper {

    @Select("SELECT name, address, paper, four_eyes, version FROM house WHERE id = 1")
    House house();

    @Update("UPDATE house SET name = #{name}, address = #{address}, paper = #{paper}, four_eyes = #{fourEyes},"
            + " version = version + 1 WHERE id = 1 AND version = #{version}")
    int change(House house);

    /** Null for none. */
    @Select("SELECT logo_type AS type, logo AS bytes FROM house WHERE id = 1 AND logo IS NOT NULL")
    Logo logo();

    @Update("UPDATE house SET logo_type = #{type}, logo = #{bytes}, version = version + 1 WHERE id = 1")
    void keepLogo(String type, byte[] bytes);

    @Update("UPDATE house SET logo_type = NULL, logo = NULL, version = version + 1 WHERE id = 1 AND logo IS NOT NULL")
    int noLogo();
}
