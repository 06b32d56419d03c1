package org.pelerin.app.platform.secret;

import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Options;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface SealingKeyMapper {

    @Select("SELECT id, salt, wrapped, made_at FROM sealing_key ORDER BY id")
    @Options(flushCache = Options.FlushCachePolicy.TRUE, useCache = false)
    List<SealingKey> all();

    /** @return 0 where another process was first */
    @Insert(
            "INSERT IGNORE INTO sealing_key (id, salt, wrapped, made_at) VALUES (#{id}, #{salt}, #{wrapped}, #{madeAt})")
    int insert(SealingKey key);

    /** @return 0 where another process was first */
    @Update(
            "UPDATE sealing_key SET salt = #{now.salt}, wrapped = #{now.wrapped} WHERE id = #{now.id} AND wrapped = #{before}")
    int wrapAnew(SealingKey now, byte[] before);
}
