package org.pelerin.app.organisation.account;

import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface AccountSiteMapper {

    /** Whether somebody has the rights at all sites; null for no account. */
    @Select("SELECT role = 'ADMIN' OR at_all_sites FROM account WHERE name = #{account}")
    Boolean all(String account);

    /** As it is set, whatever the role. */
    @Select("SELECT at_all_sites FROM account WHERE name = #{account}")
    boolean isSetToAll(String account);

    @Select("SELECT site_id FROM account_site WHERE account = #{account} ORDER BY site_id")
    List<Long> given(String account);

    @Select("SELECT f.name FROM account_site s JOIN site_face f ON f.id = s.site_id WHERE s.account = #{account}"
            + " ORDER BY f.name")
    List<String> names(String account);

    /** How many sites somebody was given. */
    record Count(String account, int n) {}

    @Select(
            "SELECT a.name AS account, COUNT(s.site_id) AS n FROM account a LEFT JOIN account_site s ON s.account = a.name"
                    + " WHERE NOT a.at_all_sites AND a.role <> 'ADMIN' GROUP BY a.name")
    List<Count> counts();

    @Update("UPDATE account SET at_all_sites = #{all} WHERE name = #{account}")
    void setAll(@Param("account") String account, @Param("all") boolean all);

    @Delete("DELETE FROM account_site WHERE account = #{account}")
    void clear(String account);

    /** Of those that there are. */
    @Insert("<script>INSERT INTO account_site (account, site_id) SELECT #{account}, id FROM site_face WHERE id IN"
            + " <foreach item='s' collection='sites' open='(' separator=',' close=')'>#{s}</foreach></script>")
    void give(@Param("account") String account, @Param("sites") List<Long> sites);
}
