package org.pelerin.proof;

import java.io.IOException;
import java.io.Writer;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.series.Block;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;

/**
 * Series as exact text, so that one is written like the other only where every value is the same to its last bit: a line a sample, its instant in ms,
 * then each value as Java writes a double; nothing for a missing one.
 */
public final class SeriesText {

    private SeriesText() {}

    /** Those that share their instants, the first first; changes of state each by itself. */
    public static List<List<Series>> tables(List<Series> series) {
        List<List<Series>> out = new ArrayList<>();
        for (Series s : series) {
            List<Series> table = out.stream()
                    .filter(t -> !s.axis().events() && t.get(0).axis().equals(s.axis()))
                    .findFirst()
                    .orElse(null);
            if (table == null) {
                table = new ArrayList<>();
                out.add(table);
            }
            table.add(s);
        }
        return out;
    }

    public static void write(List<Series> table, Writer out) throws IOException {
        out.write("ms");
        for (Series s : table) {
            out.write(",\"" + (s.label() + " [" + s.unit() + "]").replace("\"", "\"\"") + "\"");
        }
        out.write('\n');
        TimeAxis axis = table.get(0).axis();
        StringBuilder line = new StringBuilder();
        for (int b = 0; b < table.get(0).blocks().size(); b++) {
            Block block = table.get(0).blocks().get(b);
            double[][] columns = new double[table.size()][];
            for (int c = 0; c < columns.length; c++) {
                columns[c] = table.get(c).blocks().get(b).values();
            }
            for (int i = 0; i < block.count(); i++) {
                line.setLength(0);
                line.append(axis.millisAt(block.firstIndex() + i));
                for (double[] column : columns) {
                    line.append(',');
                    if (!Double.isNaN(column[i])) {
                        line.append(column[i]);
                    }
                }
                out.append(line.append('\n'));
            }
        }
    }
}
