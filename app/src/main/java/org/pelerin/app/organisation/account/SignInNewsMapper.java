package org.pelerin.app.organisation.account;

import java.time.Instant;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Options;
import org.apache.ibatis.annotations.Select;

@Mapper
interface SignInNewsMapper {

    final class Fresh {
        long id;
        final String account;
        final SignInNews.What what;
        final Instant at;

        Fresh(String account, SignInNews.What what, Instant at) {
            this.account = account;
            this.what = what;
            this.at = at;
        }
    }

    record Row(String account, SignInNews.What what, Instant at) {}

    @Insert("INSERT INTO sign_in_news (account, what, at) VALUES (#{account}, #{what}, #{at})")
    @Options(useGeneratedKeys = true, keyProperty = "id")
    void insert(Fresh fresh);

    @Select("SELECT account, what, at FROM sign_in_news WHERE id = #{id}")
    Row byId(long id);

    @Delete("DELETE FROM sign_in_news WHERE id = #{id}")
    void delete(long id);
}
