package org.pelerin.core.plainfile;

import java.io.EOFException;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.function.Supplier;

/**
 * Room for what a long record consists of: in memory as far as a share of it goes, in a temporary file from there on, so that a record of any length can
 * be judged in a fixed memory. The file has no name from the moment it is there, and its room is given back when nothing refers to it any more, however
 * the process ends.
 *
 * <p>Not for several threads while it is written; what was put in can be read by any.
 */
final class Scratch {

    /** What one record may take of the memory before it goes to the file. */
    private static final int SHARE = 8;

    private final long room;
    private long held;
    private FileChannel file;
    private long end;

    Scratch() {
        this(Runtime.getRuntime().maxMemory() / SHARE);
    }

    /** @param room in bytes that are held in memory */
    Scratch(long room) {
        this.room = room;
    }

    /**
     * Puts bytes in; they are not copied.
     *
     * @return reads them again
     * @throws UncheckedIOException if there is no room on the disk, here or when they are read
     */
    Supplier<byte[]> put(byte[] bytes) {
        if (held + bytes.length <= room) {
            held += bytes.length;
            return () -> bytes;
        }
        try {
            if (file == null) {
                Path path = Files.createTempFile("pelerin-record", null);
                file = FileChannel.open(path, StandardOpenOption.READ, StandardOpenOption.WRITE);
                Files.delete(path);
            }
            long at = end;
            ByteBuffer from = ByteBuffer.wrap(bytes);
            while (from.hasRemaining()) {
                end += file.write(from, end);
            }
            int length = bytes.length;
            return () -> read(at, length);
        } catch (IOException e) {
            throw new UncheckedIOException(
                    "A long record needs room in the folder of temporary files: " + e.getMessage(), e);
        }
    }

    private byte[] read(long at, int length) {
        ByteBuffer into = ByteBuffer.allocate(length);
        try {
            while (into.hasRemaining()) {
                if (file.read(into, at + into.position()) < 0) {
                    throw new EOFException("it was cut off");
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException("A temporary file cannot be read: " + e.getMessage(), e);
        }
        return into.array();
    }
}
