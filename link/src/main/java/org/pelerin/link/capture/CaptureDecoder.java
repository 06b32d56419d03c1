package org.pelerin.link.capture;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.pelerin.core.model.ChannelModel;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.link.message.MalformedMessageException;
import org.pelerin.link.message.MissionHeader;
import org.pelerin.link.message.MissionPage;

/** Turns a capture into series: a pure function, so that the figures can be had again from the evidence. */
public final class CaptureDecoder {

    private CaptureDecoder() {}

    /**
     * One series an enabled channel, in the model's order. Records of pages that are not there are missing values.
     *
     * @return empty if nothing was recorded
     * @throws MalformedMessageException if pages are damaged, out of order or of another mission
     */
    public static List<Series> decode(Capture capture, ClockCorrection correction) {
        MissionHeader header = MissionHeader.decode(capture.header());
        if (header.firstSampleAt() == null || capture.pages().isEmpty()) {
            return List.of();
        }
        Plan plan = header.plan();
        LoggerModel model = ModelCatalogue.get(plan.model());
        List<Integer> enabled = plan.enabled();
        MissionPage last =
                MissionPage.decode(capture.pages().get(capture.pages().size() - 1));
        int count = (int) (last.firstRecord() + last.records() - capture.firstRecord());
        double[][] values = new double[enabled.size()][count];
        for (double[] channel : values) {
            Arrays.fill(channel, Double.NaN);
        }
        long expectedPage = -1;
        for (byte[] bytes : capture.pages()) {
            MissionPage page = MissionPage.decode(bytes);
            if (page.mission() != header.number()
                    || page.valuesPerRecord() != enabled.size()
                    || page.page() < expectedPage
                    || page.firstRecord() + page.records() - capture.firstRecord() > count) {
                throw new MalformedMessageException("page " + page.page() + " is not of this mission");
            }
            expectedPage = page.page() + 1;
            place(page, capture.firstRecord(), model, enabled, values);
        }
        Instant start = header.firstSampleAt().plus(plan.interval().multipliedBy(capture.firstRecord()));
        TimeAxis axis = new TimeAxis(start, plan.interval(), count, correction);
        List<Series> out = new ArrayList<>();
        for (int c = 0; c < enabled.size(); c++) {
            ChannelModel channel = model.channels().get(enabled.get(c));
            String label = plan.channels().get(enabled.get(c)).label();
            out.add(Series.of(label, channel.unit(), axis, values[c], channel.resolution()));
        }
        return out;
    }

    private static void place(
            MissionPage page, long firstRecord, LoggerModel model, List<Integer> enabled, double[][] values) {
        int width = page.valuesPerRecord();
        for (int r = 0; r < page.records(); r++) {
            long index = page.firstRecord() + r - firstRecord;
            if (index < 0) {
                continue;
            }
            for (int c = 0; c < width; c++) {
                short count = page.counts()[r * width + c];
                if (count != MissionPage.FAULT) {
                    values[c][(int) index] =
                            model.channels().get(enabled.get(c)).resolution().value(count);
                }
            }
        }
    }
}
