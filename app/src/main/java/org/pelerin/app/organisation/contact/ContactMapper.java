package org.pelerin.app.organisation.contact;

import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface ContactMapper {

    String CONTACT = "SELECT c.id, c.name, c.about, c.phone, c.mail, c.site_id, s.name AS site, c.notes FROM contact c"
            + " LEFT JOIN site_face s ON s.id = c.site_id ";

    @Select(CONTACT + "ORDER BY c.name")
    List<Contact> all();

    @Select(CONTACT + "WHERE c.id = #{id}")
    Contact byId(long id);

    @Select(CONTACT + "WHERE c.name = #{name}")
    Contact byName(String name);

    @Select(CONTACT + "WHERE c.site_id = #{site} ORDER BY c.name")
    List<Contact> at(long site);

    @Select("SELECT id FROM contact WHERE id = #{id} FOR UPDATE")
    Long lock(long id);

    @Insert("INSERT INTO contact (name, about, phone, mail, site_id, notes)"
            + " VALUES (#{name}, #{about}, #{phone}, #{mail}, #{siteId}, #{notes})")
    void insert(Contact contact);

    @Update("UPDATE contact SET name = #{name}, about = #{about}, phone = #{phone}, mail = #{mail},"
            + " site_id = #{siteId}, notes = #{notes} WHERE id = #{id}")
    void update(Contact contact);

    @Delete("DELETE FROM contact WHERE id = #{id}")
    void delete(long id);
}
