package org.pelerin.app.organisation.token;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.pelerin.app.organisation.account.Role;

@Mapper
interface TokenMapper {

    String TOKEN = "SELECT id, account, name, role, made_at, expires_at, used_at, revoked_at FROM api_token ";

    @Select(TOKEN + "WHERE sha256 = #{sha256}")
    ApiToken bySha256(String sha256);

    @Select(TOKEN + "WHERE account = #{account} ORDER BY revoked_at IS NOT NULL, id DESC LIMIT 100")
    List<ApiToken> of(String account);

    @Insert("INSERT INTO api_token (account, name, sha256, role, made_at, expires_at) VALUES (#{account}, #{name},"
            + " #{sha256}, #{role}, #{at}, #{expires})")
    void insert(String account, String name, String sha256, Role role, Instant at, Instant expires);

    @Update("UPDATE api_token SET revoked_at = #{at} WHERE id = #{id} AND account = #{account} AND revoked_at IS NULL")
    int revoke(long id, String account, Instant at);

    @Update("UPDATE api_token SET used_at = #{at} WHERE id = #{id} AND (used_at IS NULL OR used_at < #{before})")
    void used(long id, Instant at, Instant before);
}
