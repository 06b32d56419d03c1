package org.pelerin.yard.logger;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.link.message.MissionPage;

/** Gathers the scans of one record: mean, least and greatest of each channel, as counts. */
final class ScanSum {

    private final long[] sum;
    private final int[] valid;
    private final int[] least;
    private final int[] greatest;
    private int scans;

    ScanSum(int channels) {
        sum = new long[channels];
        valid = new int[channels];
        least = new int[channels];
        greatest = new int[channels];
    }

    void add(int[] counts) {
        for (int c = 0; c < counts.length; c++) {
            if (counts[c] != MissionPage.FAULT) {
                sum[c] += counts[c];
                least[c] = valid[c] == 0 ? counts[c] : Math.min(least[c], counts[c]);
                greatest[c] = valid[c] == 0 ? counts[c] : Math.max(greatest[c], counts[c]);
                valid[c]++;
            }
        }
        scans++;
    }

    int scans() {
        return scans;
    }

    /** The record: mean, least, greatest of each channel; a fault where no scan of the channel was valid. */
    int[] record() {
        int[] out = new int[sum.length * 3];
        for (int c = 0; c < sum.length; c++) {
            boolean any = valid[c] > 0;
            out[3 * c] = any ? (int) Math.round((double) sum[c] / valid[c]) : MissionPage.FAULT;
            out[3 * c + 1] = any ? least[c] : MissionPage.FAULT;
            out[3 * c + 2] = any ? greatest[c] : MissionPage.FAULT;
        }
        return out;
    }

    List<Long> save() {
        List<Long> out = new ArrayList<>();
        out.add((long) scans);
        for (int c = 0; c < sum.length; c++) {
            out.addAll(List.of(sum[c], (long) valid[c], (long) least[c], (long) greatest[c]));
        }
        return out;
    }

    void restore(List<Long> saved) {
        scans = saved.get(0).intValue();
        for (int c = 0; c < sum.length; c++) {
            sum[c] = saved.get(4 * c + 1);
            valid[c] = saved.get(4 * c + 2).intValue();
            least[c] = saved.get(4 * c + 3).intValue();
            greatest[c] = saved.get(4 * c + 4).intValue();
        }
    }
}
