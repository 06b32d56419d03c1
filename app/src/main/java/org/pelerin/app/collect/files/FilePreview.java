package org.pelerin.app.collect.files;

import java.util.List;

/**
 * The beginning of a file, kept beside it so that no page has to open the whole.
 *
 * @param sheets names of its sheets; empty for text
 * @param rows up to {@link FileRows#HEAD} of them, as they are parted now
 */
record FilePreview(List<String> sheets, List<Row> rows) {

    /** A row with its line in the file. */
    record Row(long line, List<String> cells) {}

    List<List<String>> cells() {
        return rows.stream().map(Row::cells).toList();
    }
}
