package org.pelerin.app.collect.files;

import java.io.ByteArrayInputStream;
import java.io.IOException;

/** Workbooks that somebody hands in elsewhere than to be read in. */
public final class Workbooks {

    private Workbooks() {}

    /** @throws IOException if it is none, or one that is not to be opened: unpacked it would be too large, or its cells have no end */
    public static void require(byte[] file) throws IOException {
        SheetTable.check(new ByteArrayInputStream(file));
    }
}
