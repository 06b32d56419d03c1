package org.pelerin.app.fleet.hooks;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Options;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface HookMapper {

    String HOOK = "SELECT id, url, kinds, made_at, made_by FROM web_hook ";

    @Select(HOOK + "ORDER BY id")
    List<WebHook> all();

    @Select("SELECT secret FROM web_hook WHERE id = #{id}")
    String secret(long id);

    @Insert(
            "INSERT INTO web_hook (url, secret, kinds, made_at, made_by) VALUES (#{url}, #{secret}, #{kinds}, #{at}, #{by})")
    void insert(String url, String secret, String kinds, Instant at, String by);

    /** @return 0 where it is sealed otherwise meanwhile */
    @Update("UPDATE web_hook SET secret = #{sealed} WHERE id = #{id} AND secret = #{before}")
    int seal(long id, String sealed, String before);

    @Delete("DELETE FROM web_hook WHERE id = #{id}")
    int remove(long id);

    @Delete("DELETE FROM web_hook_told WHERE hook_id = #{id}")
    void forgetTold(long id);

    @Select("SELECT subject FROM web_hook_told WHERE hook_id = #{id}")
    List<String> told(long id);

    @Insert("INSERT INTO web_hook_told (hook_id, subject) VALUES (#{id}, #{subject})")
    void tell(long id, String subject);

    @Delete("DELETE FROM web_hook_told WHERE hook_id = #{id} AND subject = #{subject}")
    void settle(long id, String subject);

    /** One that is to be sent; gets its number. */
    final class Fresh {
        long id;
        final long hook;
        final String body;
        final Instant at;

        Fresh(long hook, String body, Instant at) {
            this.hook = hook;
            this.body = body;
            this.at = at;
        }
    }

    @Insert("INSERT INTO web_hook_delivery (hook_id, body, made_at) VALUES (#{hook}, #{body}, #{at})")
    @Options(useGeneratedKeys = true, keyProperty = "id")
    void deliver(Fresh fresh);

    /** What is to be sent where; null for what was sent, given up, or whose hook is gone. */
    record Delivery(long id, long hookId, String url, String body, int attempts) {}

    @Select(
            "SELECT d.id, d.hook_id, h.url, d.body, d.attempts FROM web_hook_delivery d JOIN web_hook h ON h.id = d.hook_id"
                    + " WHERE d.id = #{id} AND d.sent_at IS NULL AND d.given_up_at IS NULL")
    Delivery delivery(long id);

    @Update("UPDATE web_hook_delivery SET sent_at = #{at}, attempts = attempts + 1, trouble = '' WHERE id = #{id}")
    void sent(long id, Instant at);

    @Update("UPDATE web_hook_delivery SET attempts = attempts + 1, trouble = #{trouble}, given_up_at = #{givenUp}"
            + " WHERE id = #{id}")
    void failed(long id, String trouble, Instant givenUp);

    @Select("SELECT hook_id, made_at, attempts, sent_at, given_up_at, trouble FROM web_hook_delivery WHERE id IN"
            + " (SELECT MAX(id) FROM web_hook_delivery GROUP BY hook_id)")
    List<WebHook.Latest> latest();

    @Delete(
            "DELETE FROM web_hook_delivery WHERE made_at < #{before} AND (sent_at IS NOT NULL OR given_up_at IS NOT NULL)")
    void forget(Instant before);
}
