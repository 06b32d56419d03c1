package org.pelerin.app.collect.files;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.core.intake.Layout;
import org.pelerin.core.intake.RowReader;
import org.pelerin.core.intake.UnreadableException;

/**
 * The first rows of a file, as they stand there and as they will be read.
 *
 * @param before rows that are skipped
 * @param raw first rows with data
 * @param names of what is read
 * @param read the same rows as they will be read
 * @param wrong why nothing can be read by this layout, or empty
 */
record Preview(
        List<FilePreview.Row> before, List<FilePreview.Row> raw, List<String> names, List<Read> read, String wrong) {

    private static final int SHOWN = 6;
    private static final int SHOWN_BEFORE = 6;

    /**
     * @param time in words; empty where it cannot be read
     * @param values as they will be kept; a dash for a missing one
     * @param troubles in plain words
     */
    record Read(long line, String time, List<String> values, List<String> troubles) {}

    static Preview of(FilePreview file, Layout layout, ZoneId shown, Formats show) {
        List<FilePreview.Row> head = file.rows();
        int skipped = Math.min(layout.skipped(), head.size());
        List<FilePreview.Row> before = head.subList(Math.max(0, skipped - SHOWN_BEFORE), skipped);
        List<FilePreview.Row> data = head.subList(skipped, head.size()).stream()
                .filter(r -> !RowReader.blank(r.cells()))
                .limit(SHOWN)
                .toList();
        List<String> names = layout.values().stream()
                .map(c -> c.unit().isEmpty() ? c.name() : c.name() + " (" + c.unit() + ")")
                .toList();
        String wrong = layout.wrong();
        if (!wrong.isEmpty()) {
            return new Preview(before, data, names, List.of(), wrong);
        }
        RowReader reader = new RowReader(layout);
        List<Read> read = new ArrayList<>();
        for (FilePreview.Row row : data) {
            List<String> troubles = new ArrayList<>();
            String time = "";
            try {
                time = show.second(Instant.ofEpochMilli(reader.millis(row.cells())), shown);
            } catch (UnreadableException e) {
                troubles.add(e.getMessage());
            }
            List<String> values = new ArrayList<>();
            for (int i = 0; i < reader.count(); i++) {
                try {
                    double v = reader.value(row.cells(), i);
                    values.add(Double.isNaN(v) ? "–" : FieldReader.plain(v));
                } catch (UnreadableException e) {
                    values.add("–");
                    troubles.add(reader.name(i) + ": " + e.getMessage());
                }
            }
            read.add(new Read(row.line(), time, values, troubles));
        }
        return new Preview(before, data, names, read, "");
    }
}
