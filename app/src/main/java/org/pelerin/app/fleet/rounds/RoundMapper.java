package org.pelerin.app.fleet.rounds;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Options;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface RoundMapper {

    String ROUND = "SELECT r.id, r.name, r.day, r.person, COALESCE(a.display_name, r.person) AS person_name, r.remarks,"
            + " r.created_at, r.created_by, r.changed_at, r.closed_at, r.closed_by, COUNT(t.id) AS tasks,"
            + " COALESCE(SUM(t.state = 'DONE'), 0) AS done FROM field_round r LEFT JOIN account_face a ON a.name = r.person"
            + " LEFT JOIN round_task t ON t.round_id = r.id ";

    String TASK = "SELECT t.id, t.round_id, t.seq, t.kind, t.spot_id, s.name AS spot, s.site_id, s.site, s.zone,"
            + " t.serial, g.model, t.why, t.needs, t.due_at, t.state, t.settled_at, t.settled_by, t.note, t.still_due"
            + " FROM round_task t JOIN spot_face s ON s.id = t.spot_id"
            + " LEFT JOIN logger_face g ON g.serial = t.serial ";

    @Select("SELECT id FROM field_round WHERE id = #{id} FOR UPDATE")
    Long lock(long id);

    /** A round that is made; the database gives it its number. */
    final class Fresh {
        long id;
        final String name;
        final LocalDate day;
        final String person;
        final String remarks;
        final Instant at;
        final String by;

        Fresh(String name, LocalDate day, String person, String remarks, Instant at, String by) {
            this.name = name;
            this.day = day;
            this.person = person;
            this.remarks = remarks;
            this.at = at;
            this.by = by;
        }
    }

    @Select(ROUND + "WHERE r.id = #{id} GROUP BY r.id")
    Round round(long id);

    /** For lists: a round is of whoever has the rights at all sites that it goes to. */
    String LISTED = " AND NOT EXISTS (SELECT 1 FROM round_task o JOIN spot_face os ON os.id = o.spot_id"
            + " WHERE o.round_id = r.id AND NOT OWN_SITES(os.site_id)) ";

    @Select("SELECT DISTINCT s.site_id FROM round_task t JOIN spot_face s ON s.id = t.spot_id WHERE t.round_id = #{id}")
    List<Long> sitesOf(long id);

    @Select(ROUND + "WHERE r.closed_at IS NULL GROUP BY r.id ORDER BY r.day, r.id")
    List<Round> open();

    @Select(ROUND + "WHERE r.closed_at IS NULL" + LISTED + "GROUP BY r.id ORDER BY r.day, r.id")
    List<Round> listedOpen();

    @Select(ROUND + "WHERE r.closed_at IS NOT NULL" + LISTED + "GROUP BY r.id ORDER BY r.closed_at DESC, r.id DESC"
            + " LIMIT #{limit} OFFSET #{offset}")
    List<Round> closed(int limit, long offset);

    @Select("SELECT COUNT(*) FROM field_round r WHERE r.closed_at IS NOT NULL" + LISTED)
    int countClosed();

    @Select(ROUND + "WHERE r.person = #{person} AND r.day >= #{from}" + LISTED + "GROUP BY r.id ORDER BY r.day, r.id")
    List<Round> ofPerson(String person, LocalDate from);

    @Insert("INSERT INTO field_round (name, day, person, remarks, created_at, created_by, changed_at)"
            + " VALUES (#{name}, #{day}, #{person}, #{remarks}, #{at}, #{by}, #{at})")
    @Options(useGeneratedKeys = true, keyProperty = "id")
    void insert(Fresh round);

    @Update("UPDATE field_round SET name = #{name}, day = #{day}, person = #{person}, remarks = #{remarks},"
            + " changed_at = #{at} WHERE id = #{id} AND closed_at IS NULL")
    int change(long id, String name, LocalDate day, String person, String remarks, Instant at);

    @Update("UPDATE field_round SET changed_at = #{at} WHERE id = #{id}")
    void touch(long id, Instant at);

    @Update("UPDATE field_round SET closed_at = #{at}, closed_by = #{by}, changed_at = #{at}"
            + " WHERE id = #{id} AND closed_at IS NULL")
    int close(long id, Instant at, String by);

    @Update("UPDATE field_round SET closed_at = NULL, closed_by = NULL, changed_at = #{at} WHERE id = #{id}")
    void openAgain(long id, Instant at);

    @Delete("DELETE FROM round_task WHERE round_id = #{id}")
    void removeTasks(long id);

    @Delete("DELETE FROM field_round WHERE id = #{id}")
    void remove(long id);

    @Select(TASK + "WHERE t.id = #{id}")
    Task task(long id);

    @Select(TASK + "WHERE t.round_id = #{round} ORDER BY t.seq, t.id")
    List<Task> tasks(long round);

    @Select("<script>" + TASK + "WHERE t.round_id IN <foreach item='r' collection='rounds' open='(' separator=','"
            + " close=')'>#{r}</foreach> ORDER BY t.seq, t.id</script>")
    List<Task> tasksOf(List<Long> rounds);

    /** Tasks of all open rounds. */
    @Select(TASK + "JOIN field_round r ON r.id = t.round_id WHERE r.closed_at IS NULL ORDER BY t.id")
    List<Task> planned();

    /** What was left undone and is still to be done. */
    @Select(TASK + "WHERE t.still_due AND OWN_SITES(s.site_id) ORDER BY t.settled_at, t.id")
    List<Task> left();

    @Insert("INSERT INTO round_task (round_id, seq, kind, spot_id, serial, why, needs, due_at)"
            + " VALUES (#{round}, #{seq}, #{kind}, #{spot}, #{serial}, #{why}, #{needs}, #{due})")
    void insertTask(
            long round, int seq, Task.Kind kind, long spot, String serial, String why, String needs, Instant due);

    @Update("UPDATE round_task SET seq = #{seq} WHERE id = #{id}")
    void reorder(long id, int seq);

    @Delete("DELETE FROM round_task WHERE id = #{id} AND state = 'OPEN'")
    int removeTask(long id);

    @Update("UPDATE round_task SET state = #{state}, settled_at = #{at}, settled_by = #{by}, note = #{note},"
            + " still_due = #{stillDue} WHERE id = #{id} AND (state <> 'DONE' OR #{state} IN ('DONE', 'OPEN'))")
    int settle(long id, Task.State state, Instant at, String by, String note, boolean stillDue);

    /** A fact settles what is open; @return 0 if somebody was faster */
    @Update("UPDATE round_task SET state = 'DONE', settled_at = #{at}, settled_by = #{by}, note = #{note},"
            + " still_due = FALSE WHERE id = #{id} AND state = 'OPEN'")
    int fact(long id, Instant at, String by, String note);

    /** What a closed round left undone stays so in its record, but is not due any more. */
    @Update("UPDATE round_task SET still_due = FALSE WHERE id = #{id} AND still_due")
    int noLongerDue(long id);

    /** What a closed round leaves stays due. */
    @Update("UPDATE round_task SET state = 'NOT_DONE', settled_at = #{at}, settled_by = #{by}, still_due = TRUE"
            + " WHERE round_id = #{round} AND state = 'OPEN'")
    int leave(long round, Instant at, String by);

    /** Tasks that a closed round left without a word of its own are open again. */
    @Update("UPDATE round_task SET state = 'OPEN', settled_at = NULL, settled_by = NULL, still_due = FALSE"
            + " WHERE round_id = #{round} AND state = 'NOT_DONE' AND note = '' AND still_due")
    void resume(long round);

    @Update("UPDATE round_task SET still_due = FALSE WHERE still_due AND kind = #{kind} AND spot_id = #{spot}"
            + " AND serial = #{serial}")
    void takenOver(Task.Kind kind, long spot, String serial);

    /** Open tasks, and those left undone, that a placing settles. */
    @Select(TASK + "WHERE t.spot_id = #{spot} AND (t.state = 'OPEN' OR t.still_due) AND"
            + " (t.kind = 'PLACE' AND t.serial IN ('', #{serial}) OR t.kind = 'SWAP' AND t.serial <> #{serial})")
    List<Task> settledByPlacing(long spot, String serial);

    @Select(TASK + "WHERE t.spot_id = #{spot} AND (t.state = 'OPEN' OR t.still_due) AND t.kind = 'BRING_HOME'"
            + " AND t.serial = #{serial}")
    List<Task> settledByTaking(long spot, String serial);

    @Select(TASK + "WHERE (t.state = 'OPEN' OR t.still_due) AND t.kind = 'COLLECT' AND t.serial = #{serial}")
    List<Task> settledByCollecting(String serial);
}
