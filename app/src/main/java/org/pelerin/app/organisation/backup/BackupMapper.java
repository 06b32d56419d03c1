package org.pelerin.app.organisation.backup;

import java.time.Instant;
import java.util.List;
import java.util.Set;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface BackupMapper {

    @Insert(
            "INSERT INTO backup_run (started_at, ended_at, file, bytes, row_count, encrypted, made_by, trouble) VALUES (#{startedAt},"
                    + " #{endedAt}, #{file}, #{bytes}, #{rowCount}, #{encrypted}, #{madeBy}, #{trouble})")
    void insert(BackupRun run);

    @Select("SELECT * FROM backup_run ORDER BY id DESC LIMIT #{limit}")
    List<BackupRun> latest(int limit);

    /** Null before the first. */
    @Select("SELECT * FROM backup_run WHERE trouble = '' ORDER BY id DESC LIMIT 1")
    BackupRun latestGood();

    /** Files that this installation has made and not removed. */
    @Select("SELECT file FROM backup_run WHERE trouble = '' AND removed_at IS NULL")
    Set<String> files();

    @Update("UPDATE backup_run SET removed_at = #{at} WHERE file = #{file} AND removed_at IS NULL")
    void removed(String file, Instant at);
}
