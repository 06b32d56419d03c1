package org.pelerin.link.capture;

import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.RecordConverter;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.series.Resolution;
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
        double[][] raw = raw(capture, header);
        Instant start = header.firstSampleAt().plus(plan.interval().multipliedBy(capture.firstRecord()));
        TimeAxis axis = new TimeAxis(start, plan.interval(), raw[0].length, correction);
        return new RecordConverter(ModelCatalogue.get(plan.model()), plan).series(raw, axis);
    }

    /** Electrical or native quantities, a row a value of the record; NaN where there was a fault or nothing is there. */
    private static double[][] raw(Capture capture, MissionHeader header) {
        Plan plan = header.plan();
        LoggerModel model = ModelCatalogue.get(plan.model());
        int width = plan.valuesPerRecord();
        MissionPage last =
                MissionPage.decode(capture.pages().get(capture.pages().size() - 1));
        int count = (int) (last.firstRecord() + last.records() - capture.firstRecord());
        double[][] values = new double[width][count];
        for (double[] channel : values) {
            Arrays.fill(channel, Double.NaN);
        }
        Resolution[] steps = RecordConverter.steps(model, plan);
        long expectedPage = -1;
        for (byte[] bytes : capture.pages()) {
            MissionPage page = MissionPage.decode(bytes);
            if (page.mission() != header.number()
                    || page.valuesPerRecord() != width
                    || page.page() < expectedPage
                    || page.firstRecord() + page.records() - capture.firstRecord() > count) {
                throw new MalformedMessageException("page " + page.page() + " is not of this mission");
            }
            expectedPage = page.page() + 1;
            place(page, capture.firstRecord(), steps, values);
        }
        return values;
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
