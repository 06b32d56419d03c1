package org.pelerin.app.evidence.seal;

import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Options;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface SealMapper {

    /** A seal as it holds now. */
    record Held(String part, long owner, long sequence, String sha256) {}

    record Column(String name, String fallback, String type) {

        boolean large() {
            return type.endsWith("blob") || type.endsWith("text");
        }

        /** As it is read: large ones by their hash, and days as the database writes them, which no zone changes. */
        String selected() {
            return large()
                    ? "SHA2(" + name + ", 256) AS " + name
                    : type.equals("date") ? "CAST(" + name + " AS CHAR) AS " + name : name;
        }
    }

    /** An entry of the audit trail that seals something. */
    record Told(long sequence, String afterState) {}

    /** What the connection's triggers noted from here on. */
    @Update("SET @pelerin_touched = NULL")
    void forget();

    /** Parted by commas; null for nothing. */
    @Select("SELECT @pelerin_touched")
    @Options(flushCache = Options.FlushCachePolicy.TRUE, useCache = false)
    String touched();

    /** Its columns with what a row has that says nothing of them, as SQL; those that the database reckons are none. */
    @Select("SELECT column_name AS name, column_default AS fallback, data_type AS type"
            + " FROM information_schema.columns WHERE table_schema = DATABASE() AND table_name = #{table}"
            + " AND generation_expression IS NULL ORDER BY column_name")
    List<Column> columns(String table);

    @Select(
            "<script>SELECT part, owner, sequence, sha256 FROM sealed WHERE part = #{part} AND owner IN <foreach item='o'"
                    + " collection='owners' open='(' separator=',' close=')'>#{o}</foreach></script>")
    @Options(flushCache = Options.FlushCachePolicy.TRUE, useCache = false)
    List<Held> held(@Param("part") String part, @Param("owners") List<Long> owners);

    @Select("SELECT part, owner, sequence, sha256 FROM sealed WHERE part = #{part} AND owner > #{after} ORDER BY owner"
            + " LIMIT #{limit}")
    @Options(flushCache = Options.FlushCachePolicy.TRUE, useCache = false)
    List<Held> heldAfter(String part, long after, int limit);

    @Insert("INSERT INTO sealed (part, owner, sequence, sha256) VALUES (#{part}, #{owner}, #{sequence}, #{sha256})"
            + " ON DUPLICATE KEY UPDATE sequence = #{sequence}, sha256 = #{sha256}")
    void hold(Held held);

    @Select(
            "SELECT DISTINCT t.${owner} FROM ${table} t LEFT JOIN sealed s ON s.part = #{table} AND s.owner = t.${owner}"
                    + " WHERE s.owner IS NULL AND t.${owner} > #{after} ORDER BY 1 LIMIT #{limit}")
    @Options(flushCache = Options.FlushCachePolicy.TRUE, useCache = false)
    List<Long> unsealed(
            @Param("table") String table,
            @Param("owner") String owner,
            @Param("after") long after,
            @Param("limit") int limit);

    @Select("SELECT part FROM sealed_since FOR UPDATE")
    @Options(flushCache = Options.FlushCachePolicy.TRUE, useCache = false)
    List<String> begunNow();

    @Select("SELECT part FROM sealed_since")
    List<String> begun();

    @Insert("INSERT INTO sealed_since (part, sequence) VALUES (#{part}, #{sequence})")
    void begin(String part, long sequence);

    @Select("SELECT part, owner FROM seal_due ORDER BY part, owner LIMIT #{limit}")
    List<SealedSet> due(int limit);

    @Delete("DELETE FROM seal_due WHERE part = #{table} AND owner = #{owner}")
    void done(SealedSet set);

    @Select(
            "SELECT sequence, after_state FROM audit_face WHERE action = #{action} AND sequence > #{after} ORDER BY sequence"
                    + " LIMIT #{limit}")
    @Options(flushCache = Options.FlushCachePolicy.TRUE, useCache = false)
    List<Told> told(@Param("action") String action, @Param("after") long after, @Param("limit") int limit);

    @Select(
            "<script>SELECT sequence, after_state FROM audit_face WHERE action = #{action} AND sequence IN <foreach item='s'"
                    + " collection='sequences' open='(' separator=',' close=')'>#{s}</foreach></script>")
    @Options(flushCache = Options.FlushCachePolicy.TRUE, useCache = false)
    List<Told> entries(@Param("action") String action, @Param("sequences") List<Long> sequences);
}
