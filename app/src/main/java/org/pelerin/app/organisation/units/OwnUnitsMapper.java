package org.pelerin.app.organisation.units;

import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface OwnUnitsMapper {

    /** Symbols; empty for as recorded. */
    record Row(String account, String temperature, String pressure, String length, String volume) {}

    @Select("SELECT account, temperature, pressure, length, volume FROM own_units WHERE account = #{account}")
    Row of(String account);

    @Insert(
            "REPLACE INTO own_units (account, temperature, pressure, length, volume) VALUES (#{account}, #{temperature},"
                    + " #{pressure}, #{length}, #{volume})")
    void keep(Row row);
}
