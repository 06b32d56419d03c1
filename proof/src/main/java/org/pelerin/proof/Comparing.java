package org.pelerin.proof;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;

/** Holds what is written against what is there, byte by byte. */
final class Comparing extends OutputStream {

    private final InputStream there;
    private long line = 1;
    private long other;

    Comparing(InputStream there) {
        this.there = there;
    }

    @Override
    public void write(int b) throws IOException {
        write(new byte[] {(byte) b}, 0, 1);
    }

    @Override
    public void write(byte[] bytes, int from, int length) throws IOException {
        if (other > 0) {
            return;
        }
        byte[] is = there.readNBytes(length);
        for (int i = 0; i < length; i++) {
            if (i >= is.length || is[i] != bytes[from + i]) {
                other = line;
                return;
            }
            if (is[i] == '\n') {
                line++;
            }
        }
    }

    /** Nothing more comes; @return the first line that is another, from 1; 0 for none */
    long end() throws IOException {
        return other > 0 ? other : there.read() < 0 ? 0 : line;
    }
}
