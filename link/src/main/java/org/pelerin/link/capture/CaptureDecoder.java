package org.pelerin.link.capture;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.pelerin.core.mains.Disturbance;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Durations;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.RecordConverter;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.series.ListedAxis;
import org.pelerin.core.series.Resolution;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.SeriesPart;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.link.message.ChangesPage;
import org.pelerin.link.message.DisturbancePage;
import org.pelerin.link.message.LoggerEvent;
import org.pelerin.link.message.MalformedMessageException;
import org.pelerin.link.message.MemoryPage;
import org.pelerin.link.message.MissionHeader;
import org.pelerin.link.message.MissionPage;
import org.pelerin.link.message.PageTable;

/** Turns a capture into series: a pure function, so that the figures can be had again from the evidence. */
public final class CaptureDecoder {

    /**
     * What a capture holds, or what came to it.
     *
     * @param parts of the records, channel by channel in the model's order; then those of the second table; then the changes of state.
     *     Empty if nothing was recorded.
     * @param received records of the first table in all pages, earlier ones too
     * @param disturbances in order
     * @param disturbancesBefore how many were there before these
     * @param reached how far this goes
     */
    public record Decoded(
            List<SeriesPart> parts,
            long received,
            List<Disturbance> disturbances,
            long disturbancesBefore,
            DecodeProgress reached) {
        public Decoded {
            parts = List.copyOf(parts);
            disturbances = List.copyOf(disturbances);
        }

        /** Of what was decoded from its beginning. */
        public List<Series> series() {
            return parts.stream().map(SeriesPart::series).toList();
        }
    }

    private final Capture capture;
    private final MissionHeader header;
    private final Plan plan;
    private final LoggerModel model;
    private final RecordConverter converter;
    private final ClockCorrection correction;
    private final DecodeProgress reached;
    private final Map<PageTable, DecodeProgress.At> now;

    private CaptureDecoder(Capture capture, MissionHeader header, ClockCorrection correction, DecodeProgress reached) {
        this.capture = capture;
        this.header = header;
        this.plan = header.plan();
        this.model = ModelCatalogue.get(plan.model());
        this.converter = new RecordConverter(model, plan);
        this.correction = correction;
        this.reached = reached;
        this.now = new EnumMap<>(PageTable.class);
    }

    /**
     * Everything in a capture. Records of pages that are not there are missing values.
     *
     * @throws MalformedMessageException if pages are damaged, out of order or of another mission
     */
    public static Decoded decode(Capture capture, ClockCorrection correction) {
        return decode(capture, correction, DecodeProgress.NOTHING);
    }

    /**
     * What came to a capture since it was decoded; its cost is that of the pages from there on, and earlier ones need not be there.
     *
     * @throws MalformedMessageException as above, or if the page to go on with is not there
     */
    public static Decoded decode(Capture capture, ClockCorrection correction, DecodeProgress reached) {
        MissionHeader header = MissionHeader.decode(capture.header());
        if (header.firstSampleAt() == null || capture.pages().isEmpty()) {
            return new Decoded(List.of(), 0, List.of(), 0, reached);
        }
        return new CaptureDecoder(capture, header, correction, reached).decode();
    }

    private Decoded decode() {
        List<SeriesPart> parts = new ArrayList<>();
        List<MissionPage> records = records(PageTable.RECORDS);
        long first = capture.firstRecord();
        parts.addAll(records(records, plan.interval(), first, plan.valuesPerRecord()));
        noteRecords(PageTable.RECORDS, records, first);
        plan.second().ifPresent(every -> parts.addAll(second(every)));
        long end = records.isEmpty() ? first : first + count(records, first);
        parts.addAll(changes(axis(plan.interval(), end, 0).ownMillisAt(0)));
        List<byte[]> disturbed = pages(PageTable.DISTURBANCES);
        List<Disturbance> disturbances = disturbed.stream()
                .map(page -> DisturbancePage.decode(page).disturbance())
                .toList();
        long before = reached.before(PageTable.DISTURBANCES, 0);
        note(PageTable.DISTURBANCES, disturbed, List.of(before + disturbed.size() - 1));
        return new Decoded(parts, received(records), disturbances, before, new DecodeProgress(now));
    }

    private long received(List<MissionPage> pages) {
        return reached.before(PageTable.RECORDS, 0)
                + pages.stream().mapToLong(MissionPage::records).sum();
    }

    /** Pages before the newest need not be looked at again. */
    private void noteRecords(PageTable table, List<MissionPage> pages, long first) {
        if (!pages.isEmpty()) {
            long before = reached.before(table, 0)
                    + pages.stream()
                            .limit(pages.size() - 1)
                            .mapToLong(MissionPage::records)
                            .sum();
            now.put(table, new DecodeProgress.At(pages.get(pages.size() - 1).page(), List.of(before, first)));
        }
    }

    private void note(PageTable table, List<byte[]> pages, List<Long> before) {
        if (!pages.isEmpty()) {
            now.put(table, new DecodeProgress.At(MemoryPage.number(pages.get(pages.size() - 1)), before));
        }
    }

    private List<SeriesPart> second(Duration every) {
        List<MissionPage> pages = records(PageTable.SECOND);
        if (pages.isEmpty()) {
            return List.of();
        }
        long first = reached.has(PageTable.SECOND)
                ? reached.before(PageTable.SECOND, 1)
                : pages.get(0).firstRecord();
        noteRecords(PageTable.SECOND, pages, first);
        long from = pages.get(0).firstRecord() - first;
        double[][] raw = raw(pages, first + from, plan.secondValues());
        String suffix = ", every " + Durations.format(every).replace('\u00a0', ' ');
        return converter.second(raw, axis(every, first + from, raw[0].length), suffix).stream()
                .map(p -> p.from(from))
                .toList();
    }

    /** @param first number of the first record of all */
    private List<SeriesPart> records(List<MissionPage> pages, Duration interval, long first, int width) {
        if (pages.isEmpty() || count(pages, first) <= 0) {
            return List.of();
        }
        long from = reached.has(PageTable.RECORDS) ? Math.max(0, pages.get(0).firstRecord() - first) : 0;
        double[][] raw = raw(pages, first + from, width);
        return converter.series(raw, axis(interval, first + from, raw[0].length)).stream()
                .map(p -> p.from(from))
                .toList();
    }

    private TimeAxis axis(Duration interval, long firstRecord, int count) {
        return TimeAxis.of(
                header.firstSampleAt().plus(interval.multipliedBy(firstRecord)), interval, count, correction);
    }

    /** A series a channel whose every change is recorded; it ends with the records, or where the logger stopped if that is later. */
    private List<SeriesPart> changes(long recordsEnd) {
        List<Integer> channels = plan.changes(model);
        List<byte[]> pages = pages(PageTable.CHANGES);
        List<ChangesPage.Change> all = new ArrayList<>();
        int settled = 0;
        for (byte[] page : pages) {
            settled = all.size();
            all.addAll(ChangesPage.decode(page).changes());
        }
        long last = all.isEmpty() ? recordsEnd : all.get(all.size() - 1).at();
        long stopped =
                header.stop().map(LoggerEvent::at).map(Instant::toEpochMilli).orElse(recordsEnd);
        // a value holds for as long as the last record stands: what was switched is not missing where the records are
        // not
        Instant end = Instant.ofEpochMilli(Math.max(recordsEnd, Math.max(last, stopped)));
        List<SeriesPart> out = new ArrayList<>();
        List<Long> before = new ArrayList<>();
        for (int c = 0; c < channels.size(); c++) {
            int channel = channels.get(c);
            long held = reached.before(PageTable.CHANGES, c);
            before.add(held
                    + all.subList(0, settled).stream()
                            .filter(e -> e.channel() == channel)
                            .count());
            List<ChangesPage.Change> own =
                    all.stream().filter(e -> e.channel() == channel).toList();
            if (held + own.size() == 0) {
                continue;
            }
            long[] instants = own.stream().mapToLong(ChangesPage.Change::at).toArray();
            double[] states =
                    own.stream().mapToDouble(ChangesPage.Change::value).toArray();
            int position = plan.enabled().indexOf(channel);
            out.add(converter
                    .changes(position, states, ListedAxis.events(instants, end, correction))
                    .from(held));
        }
        note(PageTable.CHANGES, pages, before);
        return out;
    }

    private List<MissionPage> records(PageTable table) {
        return pages(table).stream().map(MissionPage::decode).toList();
    }

    private List<byte[]> pages(PageTable table) {
        long expected = reached.page(table);
        List<byte[]> out = new ArrayList<>();
        for (byte[] bytes : capture.pages()) {
            if (!MemoryPage.intact(bytes)) {
                throw new MalformedMessageException("a page is damaged");
            }
            long number = MemoryPage.number(bytes);
            if (PageTable.of(number) != table || out.isEmpty() && number < expected) {
                continue;
            }
            if (MemoryPage.mission(bytes) != header.number() || number < expected) {
                throw new MalformedMessageException("page " + number + " is not of this mission");
            }
            expected = number + 1;
            out.add(bytes);
        }
        if (reached.has(table) && (out.isEmpty() || MemoryPage.number(out.get(0)) != reached.page(table))) {
            throw new MalformedMessageException("page " + reached.page(table) + " is not there any more");
        }
        return out;
    }

    /** Electrical or native quantities, a row a value of the record; NaN where there was a fault or nothing is there. */
    private double[][] raw(List<MissionPage> pages, long firstRecord, int width) {
        int count = count(pages, firstRecord);
        double[][] values = new double[width][count];
        for (double[] channel : values) {
            Arrays.fill(channel, Double.NaN);
        }
        Resolution[] steps = converter.steps(width / plan.enabled().size());
        for (MissionPage page : pages) {
            if (page.valuesPerRecord() != width || page.firstRecord() + page.records() - firstRecord > count) {
                throw new MalformedMessageException("page " + page.page() + " is not of this mission");
            }
            place(page, firstRecord, steps, values);
        }
        return values;
    }

    private static int count(List<MissionPage> pages, long firstRecord) {
        MissionPage last = pages.get(pages.size() - 1);
        return (int) (last.firstRecord() + last.records() - firstRecord);
    }

    private static void place(MissionPage page, long firstRecord, Resolution[] steps, double[][] values) {
        int width = page.valuesPerRecord();
        for (int r = 0; r < page.records(); r++) {
            long index = page.firstRecord() + r - firstRecord;
            for (int c = 0; index >= 0 && c < width; c++) {
                int count = page.counts()[r * width + c];
                if (count != MissionPage.FAULT) {
                    values[c][(int) index] = steps[c].value(count);
                }
            }
        }
    }
}
