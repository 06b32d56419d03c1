package org.pelerin.app.organisation.key;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface KeyMapper {

    String KEY =
            "SELECT id, purpose, certificate, chain, fingerprint, made_at, made_by, retired_at FROM installation_key ";

    @Select(KEY + "ORDER BY purpose, retired_at IS NOT NULL, id DESC")
    List<InstallationKey> all();

    @Select(KEY + "WHERE purpose = #{purpose} AND retired_at IS NULL")
    InstallationKey inUse(KeyPurpose purpose);

    @Select("SELECT sealed_key FROM installation_key WHERE id = #{id}")
    String sealed(long id);

    /** @return 0 where another process was first: one of a purpose is in use */
    @Insert(
            "INSERT IGNORE INTO installation_key (purpose, certificate, fingerprint, sealed_key, chain, made_at, made_by)"
                    + " VALUES (#{purpose}, #{certificate}, #{fingerprint}, #{sealed}, #{chain}, #{at}, #{by})")
    int insert(
            KeyPurpose purpose,
            String certificate,
            String fingerprint,
            String sealed,
            String chain,
            Instant at,
            String by);

    /** @return 0 where it is sealed otherwise meanwhile */
    @Update("UPDATE installation_key SET sealed_key = #{sealed} WHERE id = #{id} AND sealed_key = #{before}")
    int seal(long id, String sealed, String before);

    @Update("UPDATE installation_key SET retired_at = #{at} WHERE id = #{id} AND retired_at IS NULL")
    int retire(long id, Instant at);
}
