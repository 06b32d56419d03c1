package org.pelerin.app.report;

import java.io.IOException;
import java.util.List;
import org.pelerin.core.series.Block;
import org.pelerin.core.series.Series;

/** Walks the samples of a mission row by row, a block at a time. */
final class SampleRows {

    /** Takes one row. */
    interface Sink {
        void row(long index, long millis, double[] values) throws IOException;
    }

    private SampleRows() {}

    static void forEach(List<Series> series, Sink sink) throws IOException {
        if (series.isEmpty()) {
            return;
        }
        int width = series.size();
        double[] row = new double[width];
        for (int b = 0; b < series.get(0).blocks().size(); b++) {
            double[][] columns = new double[width][];
            for (int c = 0; c < width; c++) {
                columns[c] = series.get(c).blocks().get(b).values();
            }
            Block block = series.get(0).blocks().get(b);
            for (int i = 0; i < block.count(); i++) {
                for (int c = 0; c < width; c++) {
                    row[c] = columns[c][i];
                }
                long index = block.firstIndex() + i;
                sink.row(index, series.get(0).axis().millisAt(index), row);
            }
        }
    }
}
