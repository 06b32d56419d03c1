package org.pelerin.app.platform.backup;

import com.github.luben.zstd.ZstdInputStream;
import com.github.luben.zstd.ZstdOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;

/** Zstandard (RFC 8878) with a checksum of the contents. Its library is unpacked into the directory for temporary files, and loaded from there. */
final class Compression {

    private static final int LEVEL = 3;

    private Compression() {}

    static ZstdOutputStream to(OutputStream out) throws IOException {
        try {
            ZstdOutputStream packed = new ZstdOutputStream(out, LEVEL);
            packed.setChecksum(true);
            packed.setWorkers(1);
            return packed;
        } catch (LinkageError e) {
            throw notLoaded(e);
        }
    }

    static ZstdInputStream from(InputStream in) throws IOException {
        try {
            return new ZstdInputStream(in);
        } catch (LinkageError e) {
            throw notLoaded(e);
        }
    }

    private static BackupException notLoaded(LinkageError e) {
        return new BackupException(
                BackupException.Trouble.NOT_WRITTEN,
                "The library for compression cannot be loaded from " + System.getProperty("java.io.tmpdir")
                        + "; a directory that programs may be run from is needed there (no noexec): " + e.getMessage(),
                e);
    }
}
