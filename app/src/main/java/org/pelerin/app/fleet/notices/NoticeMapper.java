package org.pelerin.app.fleet.notices;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.pelerin.app.fleet.attention.Need;

@Mapper
interface NoticeMapper {

    /** Somebody who wants to be told of something; in {@code account} also people of the address book, as {@code contact:ID}. */
    record Wish(String account, String mail, Need.Kind kind) {}

    /** What somebody was told of, or is about to be. */
    record Told(String account, String subject, Instant claimedAt, Instant sentAt, Instant goneAt) {}

    @Select("SELECT c.account, r.mail, c.kind FROM notice_choice c"
            + " JOIN (SELECT name AS recipient, mail FROM account_face WHERE NOT disabled"
            + " UNION ALL SELECT CONCAT('contact:', id), mail FROM contact_face) r ON r.recipient = c.account"
            + " LEFT JOIN notice_trouble t ON t.account = c.account"
            + " WHERE r.mail <> '' AND (t.again_at IS NULL OR t.again_at <= #{now}) ORDER BY c.account")
    List<Wish> wishes(Instant now);

    @Select("SELECT * FROM notice")
    List<Told> told();

    @Insert("INSERT IGNORE INTO notice (account, subject, claimed_at) VALUES (#{account}, #{subject}, #{now})")
    int claim(String account, String subject, Instant now);

    /** Takes over what a process claimed and did not live to send. */
    @Update("UPDATE notice SET claimed_at = #{now} WHERE account = #{account} AND subject = #{subject}"
            + " AND sent_at IS NULL AND claimed_at < #{before}")
    int claimAgain(String account, String subject, Instant now, Instant before);

    @Update("UPDATE notice SET sent_at = #{now} WHERE account = #{account} AND subject = #{subject}")
    void sent(String account, String subject, Instant now);

    @Delete("DELETE FROM notice WHERE account = #{account} AND subject = #{subject} AND sent_at IS NULL")
    void unclaim(String account, String subject);

    @Update("UPDATE notice SET gone_at = #{at} WHERE account = #{account} AND subject = #{subject}")
    void gone(String account, String subject, Instant at);

    @Delete("DELETE FROM notice WHERE gone_at < #{before}")
    void forget(Instant before);

    @Insert("INSERT INTO notice_trouble VALUES (#{account}, #{message}, 1, #{again}) ON DUPLICATE KEY UPDATE"
            + " message = VALUES(message), tries = tries + 1, again_at = VALUES(again_at)")
    void trouble(String account, String message, Instant again);

    @Select("SELECT COALESCE(MAX(tries), 0) FROM notice_trouble WHERE account = #{account}")
    int tries(String account);

    /** How many people nothing can be sent to just now. */
    @Select("SELECT COUNT(*) FROM notice_trouble")
    long troubled();

    /** How many notices are claimed and not sent. */
    @Select("SELECT COUNT(*) FROM notice WHERE sent_at IS NULL AND gone_at IS NULL")
    long unsent();

    @Select("SELECT message FROM notice_trouble WHERE account = #{account}")
    String troubleOf(String account);

    @Delete("DELETE FROM notice_trouble WHERE account = #{account}")
    void noTrouble(String account);

    /** How many kinds somebody is told of. */
    record Count(String account, int kinds) {}

    @Select("SELECT account, COUNT(*) AS kinds FROM notice_choice GROUP BY account")
    List<Count> counts();

    @Select("SELECT kind FROM notice_choice WHERE account = #{account}")
    List<Need.Kind> choices(String account);

    @Delete("DELETE FROM notice_choice WHERE account = #{account}")
    void clearChoices(String account);

    @Insert("INSERT INTO notice_choice VALUES (#{account}, #{kind})")
    void choose(String account, Need.Kind kind);
}
