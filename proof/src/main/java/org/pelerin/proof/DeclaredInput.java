package org.pelerin.proof;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;

/** An entry of an archive, of which no more is read than the archive says that there is. */
final class DeclaredInput extends FilterInputStream {

    private final String name;
    private long left;

    DeclaredInput(InputStream in, String name, long declared) {
        super(in);
        this.name = name;
        this.left = declared;
    }

    @Override
    public int read() throws IOException {
        int b = super.read();
        if (b >= 0) {
            count(1);
        }
        return b;
    }

    @Override
    public int read(byte[] into, int from, int length) throws IOException {
        int n = super.read(into, from, length);
        if (n > 0) {
            count(n);
        }
        return n;
    }

    private void count(int n) {
        left -= n;
        if (left < 0) {
            throw new BundleException("“" + name + "” is larger than the archive says");
        }
    }
}
