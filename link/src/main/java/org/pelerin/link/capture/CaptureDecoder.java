package org.pelerin.link.capture;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
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
     * What a capture holds.
     *
     * @param series of the records, channel by channel in the model's order; then those of the second table; then the changes of state.
     *     Empty if nothing was recorded.
     * @param records of the first table that are there or missing between those that are
     * @param disturbances in order
     */
    public record Decoded(List<Series> series, long records, List<Disturbance> disturbances) {
        public Decoded {
            series = List.copyOf(series);
            disturbances = List.copyOf(disturbances);
        }
    }

    private final Capture capture;
    private final MissionHeader header;
    private final Plan plan;
    private final LoggerModel model;
    private final RecordConverter converter;
    private final ClockCorrection correction;

    private CaptureDecoder(Capture capture, MissionHeader header, ClockCorrection correction) {
        this.capture = capture;
        this.header = header;
        this.plan = header.plan();
        this.model = ModelCatalogue.get(plan.model());
        this.converter = new RecordConverter(model, plan);
        this.correction = correction;
    }

    /**
     * Everything in a capture. Records of pages that are not there are missing values.
     *
     * @throws MalformedMessageException if pages are damaged, out of order or of another mission
     */
    public static Decoded decode(Capture capture, ClockCorrection correction) {
        MissionHeader header = MissionHeader.decode(capture.header());
        if (header.firstSampleAt() == null || capture.pages().isEmpty()) {
            return new Decoded(List.of(), 0, List.of());
        }
        return new CaptureDecoder(capture, header, correction).decode();
    }

    private Decoded decode() {
        List<Series> series = new ArrayList<>();
        List<MissionPage> records = records(PageTable.RECORDS);
        int count = records.isEmpty() ? 0 : count(records, capture.firstRecord());
        TimeAxis axis = axis(plan.interval(), capture.firstRecord(), count);
        if (count > 0) {
            series.addAll(converter.series(raw(records, capture.firstRecord(), plan.valuesPerRecord()), axis));
        }
        plan.second().ifPresent(every -> series.addAll(second(every)));
        series.addAll(changes(axis.ownMillisAt(count)));
        List<Disturbance> disturbances = pages(PageTable.DISTURBANCES).stream()
                .map(page -> DisturbancePage.decode(page).disturbance())
                .toList();
        return new Decoded(series, count, disturbances);
    }

    private List<Series> second(Duration every) {
        List<MissionPage> pages = records(PageTable.SECOND);
        if (pages.isEmpty()) {
            return List.of();
        }
        long first = pages.get(0).firstRecord();
        double[][] raw = raw(pages, first, plan.secondValues());
        return converter.second(
                raw,
                axis(every, first, raw[0].length),
                ", every " + Durations.format(every).replace('\u00a0', ' '));
    }

    private TimeAxis axis(Duration interval, long firstRecord, int count) {
        return TimeAxis.of(
                header.firstSampleAt().plus(interval.multipliedBy(firstRecord)), interval, count, correction);
    }

    /** A series a channel whose every change is recorded; it ends with the records, or where the logger stopped if that is later. */
    private List<Series> changes(long recordsEnd) {
        List<Integer> channels = plan.changes(model);
        List<ChangesPage.Change> all = pages(PageTable.CHANGES).stream()
                .flatMap(page -> ChangesPage.decode(page).changes().stream())
                .toList();
        long last = all.isEmpty() ? recordsEnd : all.get(all.size() - 1).at();
        long stopped =
                header.stop().map(LoggerEvent::at).map(Instant::toEpochMilli).orElse(recordsEnd);
        // a value holds for as long as the last record stands: what was switched is not missing where the records are
        // not
        Instant end = Instant.ofEpochMilli(Math.max(recordsEnd, Math.max(last, stopped)));
        List<Series> out = new ArrayList<>();
        for (int channel : channels) {
            List<ChangesPage.Change> own =
                    all.stream().filter(c -> c.channel() == channel).toList();
            if (own.isEmpty()) {
                continue;
            }
            long[] instants = own.stream().mapToLong(ChangesPage.Change::at).toArray();
            double[] states =
                    own.stream().mapToDouble(ChangesPage.Change::value).toArray();
            int position = plan.enabled().indexOf(channel);
            out.add(converter.changes(position, states, ListedAxis.events(instants, end, correction)));
        }
        return out;
    }

    private List<MissionPage> records(PageTable table) {
        return pages(table).stream().map(MissionPage::decode).toList();
    }

    private List<byte[]> pages(PageTable table) {
        long expected = -1;
        List<byte[]> out = new ArrayList<>();
        for (byte[] bytes : capture.pages()) {
            if (!MemoryPage.intact(bytes)) {
                throw new MalformedMessageException("a page is damaged");
            }
            long number = MemoryPage.number(bytes);
            if (PageTable.of(number) != table) {
                continue;
            }
            if (MemoryPage.mission(bytes) != header.number() || number < expected) {
                throw new MalformedMessageException("page " + number + " is not of this mission");
            }
            expected = number + 1;
            out.add(bytes);
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
