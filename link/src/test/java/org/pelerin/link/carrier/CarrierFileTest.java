package org.pelerin.link.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.link.message.ChangesPage;
import org.pelerin.link.message.LoggerState;
import org.pelerin.link.message.MissionHeader;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.link.message.MissionPage;
import org.pelerin.link.message.PageTable;

class CarrierFileTest {

    private static final Instant AT = Instant.parse("2026-03-02T08:00:00Z");

    private static Carrier carrier() {
        Plan plan = new Plan(
                "alder-t1",
                "X",
                Duration.ofMinutes(10),
                new StartCondition.Now(),
                new StopCondition.MemoryFull(),
                List.of(new ChannelSettings(true, "Air", null, null)));
        byte[] header = new MissionHeader("PL-1", 3, plan, AT, AT, List.of()).encode();
        long changes = PageTable.CHANGES.base();
        return new Carrier(
                "PL-1",
                new MissionInfo(
                        3,
                        LoggerState.LOGGING,
                        0,
                        248,
                        List.of(new MissionInfo.Pages(0, 2), new MissionInfo.Pages(changes, changes + 1))),
                AT.plusSeconds(90),
                header,
                List.of(
                        new MissionPage(3, 0, 0, 1, false, new int[246]).encode(),
                        new MissionPage(3, 1, 246, 1, false, new int[] {5, 6}).encode(),
                        new ChangesPage(3, changes, 0, List.of(new ChangesPage.Change(1, 0, 1))).encode()));
    }

    private static byte[] written() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        CarrierFile.write(carrier(), out);
        return out.toByteArray();
    }

    /** The archive after somebody was at it. */
    private static byte[] tampered(UnaryOperator<Map<String, byte[]>> hand) throws IOException {
        Map<String, byte[]> entries = new LinkedHashMap<>();
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(written()))) {
            for (ZipEntry e = zip.getNextEntry(); e != null; e = zip.getNextEntry()) {
                entries.put(e.getName(), zip.readAllBytes());
            }
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (Map.Entry<String, byte[]> e : hand.apply(entries).entrySet()) {
                zip.putNextEntry(new ZipEntry(e.getKey()));
                zip.write(e.getValue());
                zip.closeEntry();
            }
        }
        return out.toByteArray();
    }

    private static byte[] manifest(String from, String to) throws IOException {
        return tampered(m -> {
            String text = new String(m.get("manifest.json"), StandardCharsets.UTF_8);
            assertThat(text).contains(from);
            m.put("manifest.json", text.replace(from, to).getBytes(StandardCharsets.UTF_8));
            return m;
        });
    }

    private static void refused(byte[] file, String... words) {
        assertThatThrownBy(() -> CarrierFile.read(file))
                .isInstanceOf(CarrierException.class)
                .hasMessageContainingAll(words);
    }

    @Test
    void what_was_written_is_read() throws IOException {
        Carrier back = CarrierFile.read(written());
        assertThat(back.serial()).isEqualTo("PL-1");
        assertThat(back.info()).isEqualTo(carrier().info());
        assertThat(back.copiedAt()).isEqualTo(AT.plusSeconds(90));
        assertThat(back.header()).isEqualTo(carrier().header());
        for (int i = 0; i < 3; i++) {
            assertThat(back.pages().get(i)).isEqualTo(carrier().pages().get(i));
        }
    }

    @Test
    void files_that_do_not_belong_there_are_refused_and_nothing_is_written_anywhere() throws IOException {
        for (String name :
                List.of("../evil", "/etc/passwd", "pages-0.bin/../../x", "pages-9.bin", "C:\\x", "more.txt")) {
            refused(
                    tampered(m -> {
                        m.put(name, new byte[] {1});
                        return m;
                    }),
                    "does not belong there");
        }
    }

    @Test
    void an_archive_that_unpacks_to_more_than_a_logger_holds_is_stopped() throws IOException {
        byte[] bomb = tampered(m -> {
            m.put("pages-0.bin", new byte[(int) CarrierFile.LARGEST + 1]);
            return m;
        });
        assertThat(bomb.length).isLessThan(200_000);
        refused(bomb, "more than a logger can hold");
        refused(
                tampered(m -> {
                    m.put("manifest.json", new byte[100_000]);
                    return m;
                }),
                "more than a logger can hold");
    }

    @Test
    void damage_is_told_from_change() throws IOException {
        byte[] good = written();
        refused(Arrays.copyOf(good, good.length / 2), "cut off or damaged");
        refused(new byte[] {1, 2, 3}, "not a carrier file");
        refused(
                tampered(m -> {
                    m.remove("manifest.json");
                    return m;
                }),
                "not a carrier file");
        refused(
                tampered(m -> {
                    m.remove("pages-1.bin");
                    return m;
                }),
                "“pages-1.bin” is missing");
        refused(
                tampered(m -> {
                    m.get("pages-0.bin")[700] ^= 1;
                    return m;
                }),
                "pages-0.bin",
                "not what its checksum says");
        // somebody who mended the checksum of the file, but not that of the page
        byte[] bytes = new byte[1024];
        System.arraycopy(carrier().pages().get(0), 0, bytes, 0, 512);
        System.arraycopy(carrier().pages().get(1), 0, bytes, 512, 512);
        String before = new Sha256().add(bytes).hex();
        byte[] changed = bytes.clone();
        changed[530] ^= 1;
        String after = new Sha256().add(changed).hex();
        refused(
                tampered(m -> {
                    m.put("pages-0.bin", changed);
                    String text = new String(m.get("manifest.json"), StandardCharsets.UTF_8);
                    m.put("manifest.json", text.replace(before, after).getBytes(StandardCharsets.UTF_8));
                    return m;
                }),
                "Page 1 is damaged");
    }

    @Test
    void a_manifest_that_does_not_go_with_the_rest_is_refused() throws IOException {
        refused(manifest("\"PL-1\"", "\"PL-2\""), "header is of PL-1", "PL-2");
        refused(manifest("\"mission\" : 3", "\"mission\" : 4"), "mission 3", "mission 4");
        refused(manifest("\"version\" : 1", "\"version\" : 2"), "version 2");
        refused(manifest("\"version\" : 1", "\"version\" : 1, \"colour\" : 1"), "manifest cannot be read", "colour");
        refused(manifest("\"endPage\" : 2", "\"endPage\" : 3"), "not 3 pages");
        refused(manifest("\"LOGGING\"", "\"SLEEPING\""), "makes no sense");
        refused(manifest("\"firstPage\" : 0", "\"firstPage\" : -1"), "makes no sense");
        refused(manifest("\"firstPage\" : 0", "\"firstPage\" : 5"), "makes no sense");
    }
}
