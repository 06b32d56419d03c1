package org.pelerin.app.platform.work;

import java.util.Collection;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

/** Work that is to be done; times are the machine's, in milliseconds. */
@Mapper
interface WorkMapper {

    /** What may be claimed; a claim that lapsed is one more attempt that came to nothing. */
    record Due(String kind, long id, String awaited, int attempts) {}

    @Insert("INSERT IGNORE INTO work (kind, id, due_at) VALUES (#{kind}, #{id}, #{due})")
    int order(String kind, long id, long due);

    @Insert("<script>INSERT IGNORE INTO work (kind, id, due_at) VALUES"
            + " <foreach collection='ids' item='id' separator=','>(#{kind}, #{id}, #{due})</foreach></script>")
    void orderAll(@Param("kind") String kind, @Param("ids") List<Long> ids, @Param("due") long due);

    /** Work that is due, is not awaiting anything, and that nobody is at. */
    record Backlog(long waiting, long oldestMillis) {}

    /** @param kind empty for all */
    @Select(
            "SELECT COUNT(*) AS waiting, COALESCE(MAX(#{now} - due_at), 0) AS oldest_millis FROM work WHERE due_at <= #{now} AND awaited = ''"
                    + " AND (claim IS NULL OR until_at < #{now}) AND (#{kind} = '' OR kind = #{kind})")
    Backlog backlog(String kind, long now);

    /** @param kinds not empty */
    @Select(
            "<script>SELECT kind, id, awaited, IF(claim IS NULL, attempts, attempts + 1) AS attempts FROM work WHERE kind IN"
                    + " <foreach collection='kinds' item='k' open='(' separator=',' close=')'>#{k}</foreach>"
                    + " AND due_at &lt;= #{now} AND (claim IS NULL OR until_at &lt; #{now}) ORDER BY due_at, id</script>")
    List<Due> due(@Param("kinds") Collection<String> kinds, @Param("now") long now);

    /** The attempts first: the server sets one column after the other. */
    @Update(
            "UPDATE work SET attempts = IF(claim IS NULL, attempts, attempts + 1), claim = #{claim}, until_at = #{until}"
                    + " WHERE kind = #{kind} AND id = #{id} AND due_at <= #{now} AND (claim IS NULL OR until_at < #{now})")
    int take(String kind, long id, String claim, long now, long until);

    @Update(
            "UPDATE work SET until_at = GREATEST(until_at + 1, #{until}) WHERE kind = #{kind} AND id = #{id} AND claim = #{claim}")
    int hold(String kind, long id, String claim, long until);

    @Update("<script>UPDATE work SET until_at = #{until} WHERE claim IN"
            + " <foreach collection='claims' item='c' open='(' separator=',' close=')'>#{c}</foreach></script>")
    int renew(@Param("claims") Collection<String> claims, @Param("until") long until);

    @Delete("DELETE FROM work WHERE kind = #{kind} AND id = #{id} AND claim = #{claim}")
    int finish(String kind, long id, String claim);

    @Update(
            "UPDATE work SET claim = NULL, until_at = NULL, due_at = #{due}, awaited = #{awaited}, attempts = #{attempts}"
                    + " WHERE kind = #{kind} AND id = #{id} AND claim = #{claim}")
    int again(String kind, long id, String claim, long due, String awaited, int attempts);

    @Delete("DELETE FROM work WHERE kind = #{kind} AND id = #{id} AND claim IS NULL")
    int cancel(String kind, long id);
}
