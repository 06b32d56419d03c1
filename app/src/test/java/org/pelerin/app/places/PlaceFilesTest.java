package org.pelerin.app.places;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.List;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.pelerin.core.plan.Deployment;
import org.pelerin.core.plan.Hanging;

/** Sites and spots in files, and pictures that are handed in. */
class PlaceFilesTest {

    private static final ZoneId HOME = ZoneId.of("Europe/Paris");

    private static final Site SITE =
            new Site(0, "Ostrel, old", "Europe/Paris", "Quarry \"3\"", 45.125, -12.5, "two\nlines", null);

    private static Spot spot(String name, Double depth, List<Deployment.Demand> demands) {
        return new Spot(
                0,
                0,
                SITE.name(),
                name,
                "cellar",
                null,
                "Vault",
                30,
                depth,
                new Hanging(1.4, 0.6, 0.3, null),
                "üñ",
                null,
                null,
                null,
                demands);
    }

    private static final List<PlaceRow> ROWS = List.of(
            new PlaceRow(
                    SITE,
                    spot(
                            "rear",
                            2.1,
                            List.of(new Deployment.Demand("°C", -2.5, 8.0), new Deployment.Demand("%RH", null, 95.0)))),
            new PlaceRow(SITE, spot("door", null, List.of())));

    @Test
    void both_formats_give_back_what_was_written() {
        PlaceTable.Read csv = PlaceTable.read(PlaceTable.write(ROWS), HOME, List.of());
        assertThat(csv.errors()).isEmpty();
        assertThat(csv.rows()).isEqualTo(ROWS);
        PlaceTable.Read map = PlaceMap.read(PlaceMap.write(ROWS), HOME, List.of());
        assertThat(map.errors()).isEmpty();
        assertThat(map.rows()).isEqualTo(ROWS);
    }

    @Test
    void positions_in_geojson_are_longitude_first() {
        assertThat(PlaceMap.write(ROWS).replaceAll("\\s", "")).contains("\"coordinates\":[-12.5,45.125]");
    }

    @Test
    void a_spreadsheet_with_semicolons_decimal_commas_and_few_columns_is_read() {
        PlaceTable.Read read = PlaceTable.read(
                "\ufeffspot;site;latitude;longitude;limits;depth m\nrear;Ostrel;45,5;2;°C 2 to 8;0,5\n;Lirran;;;;\n",
                HOME,
                List.of());
        assertThat(read.errors()).isEmpty();
        assertThat(read.rows()).hasSize(2);
        assertThat(read.rows().get(0).site().latitude()).isEqualTo(45.5);
        assertThat(read.rows().get(0).spot().depth()).isEqualTo(0.5);
        assertThat(read.rows().get(0).spot().demands()).containsExactly(new Deployment.Demand("°C", 2.0, 8.0));
        assertThat(read.rows().get(1).spot()).isNull();
    }

    @Test
    void every_wrong_line_is_named() {
        PlaceTable.Read read = PlaceTable.read(
                "site,zone,latitude,spot,collect every days,limits\n"
                        + "Ostrel,Europe/Nowhere,45,a,,\n"
                        + ",,,b,,\n"
                        + "Ostrel,,91,c,often,\n"
                        + "Ostrel,,,d,,°C 8 … 2\n"
                        + "Ostrel,,,e,14,°C 2 … 8\n",
                HOME,
                List.of());
        assertThat(read.rows()).hasSize(1);
        assertThat(read.errors())
                .hasSize(5)
                .satisfiesExactly(
                        e -> assertThat(e).startsWith("Line 2:").contains("“Europe/Nowhere” is not a time zone"),
                        e -> assertThat(e).startsWith("Line 3:").contains("no name"),
                        e -> assertThat(e)
                                .startsWith("Line 4:")
                                .contains("latitude")
                                .contains("-90 to 90"),
                        e -> assertThat(e).startsWith("Line 4:").contains("“often”"),
                        e -> assertThat(e).startsWith("Line 5:").contains("is not a limit"));
        assertThat(PlaceTable.read("site,colour\nx,red\n", HOME, List.of()).errors())
                .singleElement()
                .asString()
                .contains("no column “colour”");
    }

    @Test
    void wrong_geojson_is_told_where() {
        assertThat(PlaceMap.read("{\"type\":\"Point\"}", HOME, List.of()).errors())
                .singleElement()
                .asString()
                .contains("FeatureCollection");
        assertThat(PlaceMap.read("{\n\"type\": oops}", HOME, List.of()).errors())
                .singleElement()
                .asString()
                .startsWith("Line 2:");
        String wrong = PlaceMap.write(ROWS).replace("45.125", "145.125");
        assertThat(PlaceMap.read(wrong, HOME, List.of()).errors())
                .singleElement()
                .asString()
                .startsWith("features[0].geometry:");
        String deep = PlaceMap.write(ROWS).replace("2.1", "\"deep\"");
        assertThat(PlaceMap.read(deep, HOME, List.of()).errors())
                .singleElement()
                .asString()
                .startsWith("features[0].properties.spots[0].depth: “deep”");
    }

    @Test
    void only_whole_pictures_of_a_known_kind_are_taken() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(30, 20, BufferedImage.TYPE_INT_RGB), "png", out);
        byte[] png = out.toByteArray();
        Picture p = Picture.of(png);
        assertThat(p.type()).isEqualTo("image/png");
        assertThat(p.width()).isEqualTo(30);
        assertThat(p.height()).isEqualTo(20);
        assertThatThrownBy(() -> Picture.of(Arrays.copyOf(png, 40))).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> Picture.of("<svg onload='x'/>".getBytes(java.nio.charset.StandardCharsets.UTF_8)))
                .hasMessageContaining("PNG and JPEG");
        assertThatThrownBy(() -> Picture.of(new byte[Picture.LARGEST + 1])).hasMessageContaining("5 MB");
        // a header that claims a picture far too large to unpack
        byte[] bomb = png.clone();
        bomb[16] = 0x00;
        bomb[17] = (byte) 0xff;
        bomb[18] = (byte) 0xff;
        bomb[20] = 0x00;
        bomb[21] = (byte) 0xff;
        assertThatThrownBy(() -> Picture.of(bomb)).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void what_a_file_does_not_say_stays_as_it_is() {
        PlaceRow before =
                ROWS.stream().filter(r -> r.spot() != null).findFirst().orElseThrow();
        String site = SITE.name();
        String name = before.spot().name();
        PlaceRow row = PlaceTable.read(
                        "site,spot,spot notes\n" + quoted(site) + "," + quoted(name) + ",moved\n", HOME, ROWS)
                .rows()
                .get(0);
        assertThat(row.site()).isEqualTo(before.site());
        assertThat(row.spot().notes()).isEqualTo("moved");
        assertThat(row.spot().depth()).isEqualTo(before.spot().depth());
        assertThat(row.spot().hanging()).isEqualTo(before.spot().hanging());
        assertThat(row.spot().demands()).isEqualTo(before.spot().demands());
        // a column that is there and empty empties it
        row = PlaceTable.read("site,spot,limits,depth m\n" + quoted(site) + "," + quoted(name) + ",,\n", HOME, ROWS)
                .rows()
                .get(0);
        assertThat(row.spot().demands()).isEmpty();
        assertThat(row.spot().depth()).isNull();
        assertThat(row.spot().surroundings()).isEqualTo(before.spot().surroundings());
        String map = "{\"type\":\"FeatureCollection\",\"features\":[{\"type\":\"Feature\",\"properties\":{\"name\":"
                + json(site) + ",\"spots\":[{\"name\":" + json(name) + ",\"collectDays\":7}]}}]}";
        row = PlaceMap.read(map, HOME, ROWS).rows().get(0);
        assertThat(row.site()).isEqualTo(before.site());
        assertThat(row.spot().collectDays()).isEqualTo(7);
        assertThat(row.spot().demands()).isEqualTo(before.spot().demands());
        assertThat(row.spot().hanging()).isEqualTo(before.spot().hanging());
    }

    private static String quoted(String cell) {
        return '"' + cell.replace("\"", "\"\"") + '"';
    }

    private static String json(String text) {
        return '"' + text.replace("\"", "\\\"") + '"';
    }
}
