package org.pelerin.app.missions.documentation;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface DocumentationMapper {

    String ATTACHMENT = "SELECT id, mission_id, name, type, size, sha256, added_at, added_by FROM attachment ";

    /** A stored file. */
    record Stored(byte[] bytes) {}

    @Select("SELECT title, purpose, people, place, remarks FROM mission_note WHERE mission_id = #{mission}")
    MissionNote note(long mission);

    @Insert("REPLACE INTO mission_note (mission_id, title, purpose, people, place, remarks)"
            + " VALUES (#{mission}, #{note.title}, #{note.purpose}, #{note.people}, #{note.place}, #{note.remarks})")
    void save(long mission, MissionNote note);

    @Select(ATTACHMENT + "WHERE mission_id = #{mission} ORDER BY id")
    List<Attachment> attachments(long mission);

    @Select(ATTACHMENT + "WHERE id = #{id}")
    Attachment attachment(long id);

    /** Null for none. */
    @Select(
            "SELECT s.site_id FROM attachment a JOIN mission_face m ON m.id = a.mission_id JOIN spot_face s ON s.id = m.spot_id"
                    + " WHERE a.id = #{id}")
    Long siteOf(long id);

    @Select("SELECT bytes FROM attachment WHERE id = #{id}")
    Stored bytes(long id);

    @Insert("INSERT INTO attachment (mission_id, name, type, size, sha256, bytes, added_at, added_by)"
            + " VALUES (#{mission}, #{name}, #{type}, #{size}, #{sha256}, #{bytes}, #{at}, #{by})")
    void insert(long mission, String name, String type, int size, String sha256, byte[] bytes, Instant at, String by);

    @Delete("DELETE FROM attachment WHERE mission_id = #{mission}")
    void deleteAll(long mission);

    @Delete("DELETE FROM attachment WHERE id = #{id}")
    void delete(long id);
}
