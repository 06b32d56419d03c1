package org.pelerin.app.review.notes;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface PinnedNoteMapper {

    @Select("SELECT id, from_at, to_at, text, made_at, made_by FROM pinned_note WHERE mission_id = #{mission}"
            + " AND removed_at IS NULL ORDER BY from_at, id")
    List<PinnedNote> of(long mission);

    @Select(
            "SELECT id, from_at, to_at, text, made_at, made_by FROM pinned_note WHERE mission_id = #{mission} AND id = #{id}")
    PinnedNote note(long mission, long id);

    @Insert(
            "INSERT INTO pinned_note (mission_id, from_at, to_at, text, made_at, made_by) VALUES (#{mission}, #{from}, #{to},"
                    + " #{text}, #{at}, #{by})")
    void insert(long mission, Instant from, Instant to, String text, Instant at, String by);

    @Update("UPDATE pinned_note SET removed_at = #{at}, removed_by = #{by} WHERE id = #{id} AND mission_id = #{mission}"
            + " AND removed_at IS NULL")
    int remove(long mission, long id, Instant at, String by);

    @Update("UPDATE pinned_note SET removed_at = NULL, removed_by = NULL WHERE id = #{id} AND mission_id = #{mission}"
            + " AND removed_at IS NOT NULL")
    int restore(long mission, long id);
}
