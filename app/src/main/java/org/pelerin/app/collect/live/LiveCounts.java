package org.pelerin.app.collect.live;

import java.nio.ByteBuffer;
import java.util.List;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.plan.MeasuredChannel;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.RecordConverter;
import org.pelerin.link.message.LiveReading;
import org.pelerin.link.message.MissionPage;

/** The counts of a kept reading, those of the recorded channels only, as 32-bit numbers. */
final class LiveCounts {

    private LiveCounts() {}

    static int[] of(Plan plan, LiveReading reading) {
        return plan.enabled().stream().mapToInt(i -> reading.counts().get(i)).toArray();
    }

    static byte[] bytes(int[] counts) {
        ByteBuffer out = ByteBuffer.allocate(4 * counts.length);
        for (int c : counts) {
            out.putInt(c);
        }
        return out.array();
    }

    static int[] read(byte[] bytes) {
        int[] out = new int[bytes.length / 4];
        ByteBuffer.wrap(bytes).asIntBuffer().get(out);
        return out;
    }

    /** In the units shown; NaN where a sensor read open. */
    static double[] values(LoggerModel model, Plan plan, int[] counts) {
        List<Integer> enabled = plan.enabled();
        double[] raw = new double[counts.length];
        for (int c = 0; c < raw.length; c++) {
            raw[c] = counts[c] == MissionPage.FAULT
                    ? Double.NaN
                    : MeasuredChannel.of(model, plan, enabled.get(c))
                            .input()
                            .resolution()
                            .value(counts[c]);
        }
        return new RecordConverter(model, plan).values(raw);
    }
}
