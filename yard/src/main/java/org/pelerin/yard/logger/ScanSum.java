package org.pelerin.yard.logger;

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
}
