package org.pelerin.link.capture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.security.MessageDigest;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.DoubleStream;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.pelerin.core.exchange.SensorDocument;
import org.pelerin.core.mains.Disturbance;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.FaultDirection;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.sensor.Correction;
import org.pelerin.core.sensor.Sensor;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.series.SeriesPart;
import org.pelerin.link.message.ChangesPage;
import org.pelerin.link.message.DisturbancePage;
import org.pelerin.link.message.MalformedMessageException;
import org.pelerin.link.message.MemoryPage;
import org.pelerin.link.message.MissionHeader;
import org.pelerin.link.message.MissionPage;
import org.pelerin.link.message.PageTable;

/** What a visit brings, decoded alone, against the whole capture decoded at once. */
class GrowingCaptureTest {

    private static final Instant FIRST = Instant.parse("2026-03-03T22:00:00Z");
    private static final int MISSION = 4;

    private static Plan plan(String id, Map<String, String> options, int on, Sensor second) {
        LoggerModel model = ModelCatalogue.get(id);
        List<ChannelSettings> channels = new ArrayList<>();
        for (int c = 0; c < model.channels().size(); c++) {
            channels.add(new ChannelSettings(
                    c < on,
                    c < on ? "In " + c : "",
                    c == 1 ? second : null,
                    "",
                    Correction.NONE,
                    0,
                    FaultDirection.MISSING,
                    null,
                    null,
                    List.of()));
        }
        return new Plan(
                id,
                "X",
                Duration.ofMinutes(1),
                null,
                new StartCondition.Now(),
                new StopCondition.Wrap(),
                channels,
                options);
    }

    private static byte[] header(Plan plan) {
        return new MissionHeader("PL-20417", MISSION, plan, FIRST, FIRST, List.of()).encode();
    }

    /** Records up to a number. */
    private static List<byte[]> records(PageTable table, int width, long end) {
        int aPage = MissionPage.recordsPerPage(width, false);
        List<byte[]> out = new ArrayList<>();
        for (long page = 0; page * aPage < end; page++) {
            int records = (int) Math.min(aPage, end - page * aPage);
            int[] counts = new int[records * width];
            for (int i = 0; i < counts.length; i++) {
                long at = page * aPage * width + i;
                counts[i] = at % 97 == 5 ? MissionPage.FAULT : (int) (at * 31 % 9_000);
            }
            out.add(new MissionPage(MISSION, table.base() + page, page * aPage, width, false, counts).encode());
        }
        return out;
    }

    private static List<byte[]> changes(long end) {
        List<byte[]> out = new ArrayList<>();
        for (long from = 0; from < end; from += ChangesPage.MOST) {
            List<ChangesPage.Change> entries = LongStream.range(from, Math.min(end, from + ChangesPage.MOST))
                    // the third contact first changes late, and two may change at once
                    .mapToObj(n -> new ChangesPage.Change(
                            FIRST.plusSeconds(20 * (n - n % 2)).toEpochMilli(),
                            n > 700 && n % 3 == 0 ? 2 : 1,
                            n % 11 == 3 ? ChangesPage.OPEN : (int) (n / 2 % 2)))
                    .toList();
            out.add(new ChangesPage(MISSION, PageTable.CHANGES.base() + from / ChangesPage.MOST, from, entries)
                    .encode());
        }
        return out;
    }

    private static List<byte[]> since(Capture capture, DecodeProgress reached) {
        return capture.pages().stream()
                .filter(p -> MemoryPage.number(p) >= reached.page(PageTable.of(MemoryPage.number(p))))
                .toList();
    }

    /** What is kept of a series from visit to visit. */
    private static final class Kept {
        private double[] values = new double[0];
        private long[] instants = new long[0];

        void add(SeriesPart part) {
            assertThat((long) values.length).isGreaterThanOrEqualTo(part.from()).isLessThanOrEqualTo(part.to());
            int from = (int) part.from();
            values = DoubleStream.concat(Arrays.stream(values, 0, from), Arrays.stream(part.values()))
                    .toArray();
            instants = LongStream.concat(
                            Arrays.stream(instants, 0, from),
                            LongStream.range(0, part.values().length).map(part.axis()::ownMillisAt))
                    .toArray();
        }
    }

    /** @return the decoding of the last visit's whole capture */
    private static CaptureDecoder.Decoded visits(List<Capture> captures, ClockCorrection correction) {
        Map<String, Kept> kept = new LinkedHashMap<>();
        DecodeProgress reached = DecodeProgress.NOTHING;
        CaptureDecoder.Decoded whole = null;
        for (Capture capture : captures) {
            Capture brought = new Capture(capture.header(), since(capture, reached), capture.firstRecord());
            CaptureDecoder.Decoded more = CaptureDecoder.decode(brought, correction, reached);
            assertThat(CaptureDecoder.decode(capture, correction, reached).reached())
                    .as("pages before are not looked at")
                    .isEqualTo(more.reached());
            more.parts()
                    .forEach(p -> kept.computeIfAbsent(p.channel().label(), l -> new Kept())
                            .add(p));
            reached = more.reached();
            whole = CaptureDecoder.decode(capture, correction);
            assertThat(more.received()).isEqualTo(whole.received());
            assertThat(reached).isEqualTo(whole.reached());
            assertThat(kept.keySet())
                    .containsExactlyInAnyOrderElementsOf(
                            whole.parts().stream().map(p -> p.channel().label()).toList());
            for (SeriesPart p : whole.parts()) {
                Kept k = kept.get(p.channel().label());
                assertThat(k.values).isEqualTo(p.values());
                assertThat(k.instants)
                        .isEqualTo(LongStream.range(0, p.values().length)
                                .map(p.axis()::ownMillisAt)
                                .toArray());
                SeriesPart last = more.parts().stream()
                        .filter(m -> m.channel().equals(p.channel()))
                        .findFirst()
                        .orElseThrow();
                assertThat(last.axis().end()).isEqualTo(p.axis().end());
            }
        }
        return whole;
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5})
    void two_tables_of_which_a_page_was_lost_between_visits(long seed) {
        Plan plan = plan("linden-n", Map.of(Plan.SECOND, "PT1H"), 2, null);
        assertThat(plan.valuesPerRecord()).isEqualTo(2);
        Random random = new Random(seed);
        List<Capture> captures = new ArrayList<>();
        long end = 1 + random.nextInt(300);
        long goneFrom = Long.MAX_VALUE;
        long goneTo = 0;
        for (int visit = 0; visit < 8; visit++) {
            List<byte[]> pages = records(PageTable.RECORDS, 2, end);
            if (visit == 4) {
                // what came since, but for the newest, was overwritten before this visit
                goneTo = pages.size() - 1;
            }
            for (long page = goneTo - 1; page >= goneFrom; page--) {
                pages.remove((int) page);
            }
            if (visit == 3) {
                goneFrom = pages.size();
            }
            if (end > 60) {
                pages.addAll(records(PageTable.SECOND, plan.secondValues(), end / 60));
            }
            captures.add(new Capture(header(plan), pages, 7));
            end += visit == 3 ? 1_200 : random.nextInt(900);
        }
        assertThat(captures.get(4).pages())
                .hasSizeLessThan(records(PageTable.RECORDS, 2, end).size());
        assertThat(visits(captures, ClockCorrection.NONE).parts()).hasSize(8);
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5})
    void changes_of_several_contacts(long seed) {
        Sensor door = SensorDocument.ready().stream()
                .filter(s -> s.name().equals("Door contact"))
                .findFirst()
                .orElseThrow();
        Plan plan = plan("hazel-c4", Map.of("contacts", "changes"), 2, door);
        Random random = new Random(seed);
        List<Capture> captures = new ArrayList<>();
        long end = random.nextInt(100);
        for (int visit = 0; visit < 9; visit++) {
            List<byte[]> pages = records(PageTable.RECORDS, plan.valuesPerRecord(), 30 + visit);
            pages.addAll(changes(end));
            captures.add(new Capture(header(plan), pages, 0));
            // now and then none
            end += random.nextInt(3) * random.nextInt(300);
        }
        ClockCorrection drifting =
                new ClockCorrection(FIRST, FIRST.plusSeconds(90_000), Duration.ofSeconds(40), List.of());
        visits(captures, drifting);
    }

    @Test
    void what_it_was_to_go_on_with_must_be_there() {
        Plan plan = plan("linden-n", Map.of(), 2, null);
        List<byte[]> pages = records(PageTable.RECORDS, 2, 900);
        DecodeProgress reached = CaptureDecoder.decode(new Capture(header(plan), pages, 0), ClockCorrection.NONE)
                .reached();
        Capture other = new Capture(header(plan), pages.subList(0, 2), 0);
        assertThatThrownBy(() -> CaptureDecoder.decode(other, ClockCorrection.NONE, reached))
                .isInstanceOf(MalformedMessageException.class)
                .hasMessageContaining("not there any more");
    }

    @Test
    void the_hash_is_one_of_links_that_anybody_can_reckon() throws Exception {
        Plan plan = plan("linden-n", Map.of(Plan.SECOND, "PT1H"), 2, null);
        List<byte[]> first = records(PageTable.RECORDS, 2, 300);
        List<byte[]> second = records(PageTable.SECOND, plan.secondValues(), 5);
        List<byte[]> pages = new ArrayList<>(first);
        pages.addAll(second);
        MessageDigest sha = MessageDigest.getInstance("SHA-256");
        byte[] link = new byte[32];
        for (byte[] page : first) {
            sha.update(link);
            link = sha.digest(page);
        }
        sha.update(new byte[32]);
        byte[] other = sha.digest(second.get(0));
        sha.update(header(plan));
        sha.update(link);
        String expected = HexFormat.of().formatHex(sha.digest(other));
        assertThat(new Capture(header(plan), pages, 0).sha256()).isEqualTo(expected);

        sha.update(header(plan));
        pages.forEach(sha::update);
        assertThat(new Capture(header(plan), pages, 0).unlinkedSha256())
                .isEqualTo(HexFormat.of().formatHex(sha.digest()));

        PageChain settled = PageChain.of(PageTable.RECORDS);
        for (byte[] page : first.subList(0, 1)) {
            settled = settled.with(page);
        }
        PageChain whole = settled;
        for (byte[] page : first.subList(1, first.size())) {
            whole = whole.with(page);
        }
        PageChain hourly = PageChain.of(PageTable.SECOND).with(second.get(0));
        assertThat(Capture.sha256(header(plan), List.of(hourly, PageChain.of(PageTable.CHANGES), whole)))
                .isEqualTo(expected);
        PageChain end = whole;
        assertThatThrownBy(() -> end.with(first.get(0))).hasMessageContaining("does not follow");
    }

    private static byte[] disturbance(int number) {
        Disturbance d = new Disturbance(
                Disturbance.Kind.DIP,
                0,
                FIRST.plusSeconds(number),
                Duration.ofMillis(40),
                180,
                Duration.ofMillis(10),
                0,
                List.of());
        return new DisturbancePage(MISSION, PageTable.DISTURBANCES.base() + number, d).encode();
    }

    @Test
    void disturbances_are_counted_on() {
        Plan plan = plan("linden-n", Map.of(), 2, null);
        List<byte[]> pages = records(PageTable.RECORDS, 2, 100);
        pages.add(disturbance(0));
        pages.add(disturbance(1));
        CaptureDecoder.Decoded first = CaptureDecoder.decode(new Capture(header(plan), pages, 0), ClockCorrection.NONE);
        pages.add(disturbance(2));
        CaptureDecoder.Decoded then =
                CaptureDecoder.decode(new Capture(header(plan), pages, 0), ClockCorrection.NONE, first.reached());
        assertThat(first.disturbancesBefore()).isZero();
        // the newest page is looked at again, as of every table
        assertThat(then.disturbancesBefore()).isEqualTo(1);
        assertThat(then.disturbances())
                .extracting(Disturbance::start)
                .containsExactly(FIRST.plusSeconds(1), FIRST.plusSeconds(2));
    }
}
