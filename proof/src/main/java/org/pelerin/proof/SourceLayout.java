package org.pelerin.proof;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.Charset;
import java.util.List;
import java.util.Objects;
import org.pelerin.core.intake.Intake;
import org.pelerin.core.intake.Layout;
import org.pelerin.core.intake.Merge;
import org.pelerin.core.intake.TextTable;
import org.pelerin.core.series.Series;

/**
 * How a file is read, as {@code layout.json} has it.
 *
 * @param sheet number of the sheet, from 0; −1 for text
 * @param charset of text
 * @param delimiter of text
 * @param merge what is done with rows of the same instant
 */
record SourceLayout(int sheet, String charset, char delimiter, Layout layout, Merge merge) {

    SourceLayout {
        Objects.requireNonNull(layout);
        Objects.requireNonNull(merge);
        if (sheet < 0) {
            Objects.requireNonNull(charset);
        }
        if (!layout.wrong().isEmpty()) {
            throw new IllegalArgumentException(layout.wrong());
        }
    }

    boolean text() {
        return sheet < 0;
    }

    /** The record of a text file. */
    List<Series> read(InputStream in) throws IOException {
        Intake intake = new Intake(layout);
        long[] seen = new long[1];
        TextTable.read(in, Charset.forName(charset), delimiter, (line, cells) -> {
            if (++seen[0] > layout.skipped()) {
                intake.add(line, cells);
            }
            return true;
        });
        return intake.series(merge);
    }
}
