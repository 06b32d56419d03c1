package org.pelerin.app.evidence;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.pelerin.core.evidence.AuditEntry;

@Mapper
interface AuditMapper {

    record Head(long sequence, String hash) {}

    record Stored(
            long sequence,
            Instant at,
            String who,
            String action,
            String subject,
            String beforeState,
            String afterState,
            String reason,
            String previous,
            String hash) {

        AuditEntry entry() {
            return new AuditEntry(sequence, at, who, action, subject, beforeState, afterState, reason, previous);
        }
    }

    @Select("SELECT sequence, hash FROM audit_head WHERE id = 1 FOR UPDATE")
    Head lockHead();

    @Select("SELECT sequence FROM audit_head WHERE id = 1")
    long newest();

    @Update("UPDATE audit_head SET sequence = #{sequence}, hash = #{hash} WHERE id = 1")
    void moveHead(long sequence, String hash);

    @Insert("INSERT INTO audit_entry VALUES (#{e.sequence}, #{e.at}, #{e.who}, #{e.action}, #{e.subject}, #{e.before},"
            + " #{e.after}, #{e.reason}, #{e.previous}, #{hash})")
    void insert(AuditEntry e, String hash);

    @Select("<script>SELECT * FROM audit_entry WHERE subject = #{subject} AND action IN"
            + " <foreach item='a' collection='actions' open='(' separator=',' close=')'>#{a}</foreach>"
            + " ORDER BY sequence DESC LIMIT #{limit}</script>")
    List<Stored> latest(
            @Param("subject") String subject, @Param("actions") List<String> actions, @Param("limit") int limit);

    @Select("SELECT * FROM audit_entry WHERE subject = #{subject} ORDER BY sequence DESC LIMIT #{limit}")
    List<Stored> of(String subject, int limit);

    @Select("SELECT * FROM audit_entry WHERE sequence > #{after} ORDER BY sequence LIMIT #{limit}")
    List<Stored> page(long after, int limit);

    @Select("SELECT sequence, hash FROM audit_head WHERE id = 1")
    Head head();

    @Select("SELECT COUNT(*) FROM audit_entry")
    long count();

    @Select("SELECT * FROM audit_entry ORDER BY sequence LIMIT 1")
    Stored first();

    @Select("SELECT * FROM audit_entry WHERE sequence = #{sequence}")
    Stored bySequence(long sequence);

    /** Null where there is no such entry. */
    @Select("SELECT hash FROM audit_entry WHERE sequence = #{sequence}")
    String hashOf(long sequence);

    @Select("<script>SELECT sequence, hash FROM audit_entry WHERE sequence IN <foreach item='s' collection='sequences'"
            + " open='(' separator=',' close=')'>#{s}</foreach></script>")
    List<Head> heads(@Param("sequences") List<Long> sequences);

    @Select("<script>SELECT * FROM audit_entry <where><if test='w.who != null'>who = #{w.who}</if>"
            + "<if test='w.text != null'> AND (subject LIKE CONCAT('%', #{w.text}, '%') OR action LIKE CONCAT('%',"
            + " #{w.text}, '%'))</if><if test='!w.seals'> AND action &lt;&gt; 'seal'</if><if test='w.from != null'> AND at &gt;= #{w.from}</if><if test='w.until != null'>"
            + " AND at &lt; #{w.until}</if><if test='w.before != null'> AND sequence &lt; #{w.before}</if></where>"
            + " ORDER BY sequence DESC LIMIT #{limit}</script>")
    List<Stored> search(@Param("w") AuditFilter.Wanted wanted, @Param("limit") int limit);

    @Select(
            "SELECT * FROM audit_entry WHERE (who = #{person} OR subject = #{person}) AND action <> 'seal' AND sequence < #{before}"
                    + " ORDER BY sequence DESC LIMIT #{limit}")
    List<Stored> about(String person, long before, int limit);

    String CHECK = "SELECT at, checked_by AS `by`, entries, head_sequence, head_hash, trouble FROM audit_check ";

    @Select(CHECK + "ORDER BY id DESC LIMIT 1")
    AuditCheck latestCheck();

    /** The newest of those that found all to fit. */
    @Select(CHECK + "WHERE trouble = '' ORDER BY id DESC LIMIT 100")
    List<AuditCheck> checks();

    @Insert("INSERT INTO audit_check (at, checked_by, entries, head_sequence, head_hash, trouble) VALUES (#{at}, #{by},"
            + " #{entries}, #{headSequence}, #{headHash}, #{trouble})")
    void keepCheck(AuditCheck check);
}
