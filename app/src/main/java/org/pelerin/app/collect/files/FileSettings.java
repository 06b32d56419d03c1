package org.pelerin.app.collect.files;

import java.nio.charset.Charset;
import org.pelerin.core.intake.Layout;
import org.pelerin.core.intake.Merge;

/**
 * How a file from elsewhere is read, and what it is.
 *
 * @param sheet number of the sheet, from 0; −1 for text
 * @param charset of text
 * @param delimiter of text
 * @param merge what is done with rows of the same instant
 * @param sort whether rows may be put in order
 * @param device what recorded it, a serial or a name
 * @param spotId where, or null
 */
record FileSettings(
        int sheet,
        String charset,
        char delimiter,
        Layout layout,
        Merge merge,
        boolean sort,
        String device,
        Long spotId) {

    public boolean text() {
        return sheet < 0;
    }

    /** Whether its cells are parted in the same way. */
    boolean partedLike(FileSettings o) {
        return sheet == o.sheet && (!text() || charset.equals(o.charset) && delimiter == o.delimiter);
    }

    Charset code() {
        return Charset.forName(charset);
    }

    FileSettings with(Layout other) {
        return new FileSettings(sheet, charset, delimiter, other, merge, sort, device, spotId);
    }

    FileSettings decided(Merge how, boolean sorted, String what, Long spot) {
        return new FileSettings(sheet, charset, delimiter, layout, how, sorted, what, spot);
    }
}
