package org.pelerin.app.report.export;

import java.io.IOException;
import java.util.List;
import org.pelerin.core.series.Block;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;

/** Walks the samples of a mission row by row, a block at a time. */
final class SampleRows {

    /** Takes one row. */
    interface Sink {
        void row(long index, long millis, double[] values) throws IOException;
    }

    private SampleRows() {}

    static void forEach(List<Series> series, Sink sink) throws IOException {
        forEach(series, Long.MIN_VALUE, Long.MAX_VALUE, sink);
    }

    /** @param from in ms, inclusive, and {@code to}, exclusive: blocks that lie outside are not touched, and need not have been read */
    static void forEach(List<Series> series, long from, long to, Sink sink) throws IOException {
        if (series.isEmpty()) {
            return;
        }
        TimeAxis axis = series.get(0).axis();
        long first = from == Long.MIN_VALUE ? 0 : axis.indexAtOrAfter(from);
        long last = to == Long.MAX_VALUE ? axis.count() : axis.indexAtOrAfter(to);
        if (last <= first) {
            return;
        }
        int width = series.size();
        double[] row = new double[width];
        for (int b = (int) (first / Block.CAPACITY); b <= (last - 1) / Block.CAPACITY; b++) {
            Block block = series.get(0).blocks().get(b);
            double[][] columns = new double[width][];
            for (int c = 0; c < width; c++) {
                columns[c] = series.get(c).blocks().get(b).values();
            }
            int begin = (int) Math.max(0, first - block.firstIndex());
            int end = (int) Math.min(block.count(), last - block.firstIndex());
            for (int i = begin; i < end; i++) {
                for (int c = 0; c < width; c++) {
                    row[c] = columns[c][i];
                }
                long index = block.firstIndex() + i;
                sink.row(index, axis.millisAt(index), row);
            }
        }
    }
}
