package org.pelerin.app.collect.files;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.zip.DataFormatException;
import java.util.zip.Deflater;
import java.util.zip.Inflater;
import org.pelerin.core.evidence.Sha256;
import org.springframework.stereotype.Component;

/** Files in the database: pieces of a mebibyte, each compressed by itself and committed as it comes. */
@Component
class FilePieces {

    static final int SIZE = 1 << 20;

    /** What arrived. */
    record Arrived(long size, String sha256) {}

    private final FileMapper files;

    FilePieces(FileMapper files) {
        this.files = files;
    }

    /**
     * Stores a file piece by piece.
     *
     * @param most bytes that are taken
     * @throws TooLargeException if there are more
     */
    Arrived store(long file, InputStream in, long most) throws IOException {
        Sha256 hash = new Sha256();
        long size = 0;
        for (int seq = 0; ; seq++) {
            byte[] piece = in.readNBytes(SIZE);
            if (piece.length == 0) {
                return new Arrived(size, hash.hex());
            }
            size += piece.length;
            if (size > most) {
                throw new TooLargeException();
            }
            hash.add(piece);
            files.insertPiece(file, seq, deflate(piece));
        }
    }

    /** It has more bytes than are taken. */
    static final class TooLargeException extends IOException {}

    /** The file from its beginning; pieces are fetched as they are read. */
    InputStream open(long file) {
        return new InputStream() {
            private int seq;
            private byte[] piece = new byte[0];
            private int at;

            @Override
            public int read() throws IOException {
                return more() ? piece[at++] & 0xFF : -1;
            }

            @Override
            public int read(byte[] to, int offset, int length) throws IOException {
                if (length == 0) {
                    return 0;
                }
                if (!more()) {
                    return -1;
                }
                int n = Math.min(length, piece.length - at);
                System.arraycopy(piece, at, to, offset, n);
                at += n;
                return n;
            }

            private boolean more() throws IOException {
                if (at < piece.length) {
                    return true;
                }
                FileMapper.Piece next = files.piece(file, seq);
                if (next == null) {
                    return false;
                }
                seq++;
                piece = inflate(next.bytes());
                at = 0;
                return piece.length > 0;
            }
        };
    }

    private static byte[] deflate(byte[] bytes) {
        Deflater deflater = new Deflater(Deflater.BEST_SPEED, true);
        deflater.setInput(bytes);
        deflater.finish();
        ByteArrayOutputStream out = new ByteArrayOutputStream(bytes.length / 3 + 64);
        byte[] buffer = new byte[1 << 16];
        while (!deflater.finished()) {
            out.write(buffer, 0, deflater.deflate(buffer));
        }
        deflater.end();
        return out.toByteArray();
    }

    private static byte[] inflate(byte[] bytes) throws IOException {
        Inflater inflater = new Inflater(true);
        inflater.setInput(bytes);
        ByteArrayOutputStream out = new ByteArrayOutputStream(SIZE);
        byte[] buffer = new byte[1 << 16];
        try {
            while (!inflater.finished()) {
                int n = inflater.inflate(buffer);
                if (n == 0 && inflater.needsInput()) {
                    break;
                }
                out.write(buffer, 0, n);
            }
        } catch (DataFormatException e) {
            throw new IOException("A piece of the file is damaged in the database", e);
        } finally {
            inflater.end();
        }
        return out.toByteArray();
    }
}
