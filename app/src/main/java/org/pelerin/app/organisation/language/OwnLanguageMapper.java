package org.pelerin.app.organisation.language;

import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface OwnLanguageMapper {

    @Select("SELECT language FROM own_language WHERE account = #{account}")
    String of(String account);

    @Insert("REPLACE INTO own_language (account, language) VALUES (#{account}, #{language})")
    void keep(String account, String language);

    @Delete("DELETE FROM own_language WHERE account = #{account}")
    void forget(String account);
}
