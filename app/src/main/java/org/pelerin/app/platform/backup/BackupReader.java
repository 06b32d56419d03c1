package org.pelerin.app.platform.backup;

import com.exceptionfactory.jagged.framework.stream.StandardDecryptingChannelFactory;
import java.io.BufferedInputStream;
import java.io.ByteArrayInputStream;
import java.io.EOFException;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.channels.Channels;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveInputStream;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * Reads a backup from its beginning to its end, and finds what is cut, changed or missing in it: the cipher finds it where it is closed, the compression's
 * checksum where it is not, the hashes and counts of its end in any case.
 */
public final class BackupReader {

    private static final byte[] CLOSED = "age-encryption.org/v1\n".getBytes(StandardCharsets.US_ASCII);
    private static final int BUFFER = 1 << 20;
    /** Pieces are some megabytes; what says to be larger is none of ours. */
    private static final long LARGEST = 1L << 28;

    /** Takes what is read, in its order: the header, the pieces of each table, the end. */
    interface Taker {
        default void header(BackupHeader header) throws IOException, SQLException {}

        default void rows(BackupHeader.Table table, InputStream lines) throws IOException, SQLException {}
    }

    /** What a whole file holds. */
    public record Content(BackupHeader header, BackupManifest manifest) {}

    private final Path file;
    private final String passphrase;
    private final BackupProgress progress;

    /** @param passphrase is not asked for where the file is not closed; may be empty then */
    public BackupReader(Path file, String passphrase, BackupProgress progress) {
        this.file = file;
        this.passphrase = passphrase;
        this.progress = progress;
    }

    /** Reads all of it and keeps none; @throws BackupException where it is not whole */
    public Content check() throws IOException {
        try {
            return read(BackupProgress.Step.CHECK, new Taker() {});
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    Content read(BackupProgress.Step step, Taker to) throws IOException, SQLException {
        try (InputStream raw = Files.newInputStream(file)) {
            Counted counted = new Counted(raw);
            BufferedInputStream start = new BufferedInputStream(counted, BUFFER);
            start.mark(CLOSED.length);
            boolean closed = java.util.Arrays.equals(start.readNBytes(CLOSED.length), CLOSED);
            start.reset();
            long size = Math.max(1, Files.size(file));
            Tables tables =
                    new Tables(to, (table, bytes) -> progress.at(step, table, bytes, counted.bytes / (double) size));
            try (InputStream open = closed ? decrypted(start) : start;
                    InputStream unpacked = Compression.from(new BufferedInputStream(open, BUFFER));
                    TarArchiveInputStream tar = new TarArchiveInputStream(unpacked)) {
                for (TarArchiveEntry e = tar.getNextEntry(); e != null; e = tar.getNextEntry()) {
                    if (e.getSize() > LARGEST) {
                        throw damaged("its entry " + e.getName() + " is larger than any that was written");
                    }
                    byte[] bytes = tar.readNBytes((int) e.getSize());
                    if (bytes.length < e.getSize()) {
                        throw new EOFException("entry " + e.getName());
                    }
                    tables.entry(e.getName(), bytes);
                }
                // to the end: there stand the checksums
                unpacked.transferTo(java.io.OutputStream.nullOutputStream());
            } catch (BackupException e) {
                throw e;
            } catch (IOException | JacksonException e) {
                throw damaged(
                        e instanceof EOFException ? "it ends too early" : "it cannot be read on: " + e.getMessage());
            }
            return tables.content();
        } catch (NoSuchFileException e) {
            throw new BackupException(BackupException.Trouble.FILE, "There is no file " + file + ".", e);
        }
    }

    private InputStream decrypted(InputStream closed) throws IOException {
        if (passphrase.isEmpty()) {
            throw new BackupException(
                    BackupException.Trouble.PASSPHRASE,
                    "The backup is closed with a passphrase. Name it in PELERIN_BACKUP_PASSPHRASE, or its file with --passphrase-file.");
        }
        try {
            return Channels.newInputStream(new StandardDecryptingChannelFactory()
                    .newDecryptingChannel(Channels.newChannel(closed), List.of(new Passphrase(passphrase))));
        } catch (javax.crypto.AEADBadTagException e) {
            throw new BackupException(
                    BackupException.Trouble.PASSPHRASE,
                    "The passphrase does not open the backup. Nothing was changed.",
                    e);
        } catch (GeneralSecurityException e) {
            throw new BackupException(
                    BackupException.Trouble.FILE, "The beginning of the backup is damaged: " + e.getMessage(), e);
        }
    }

    private BackupException damaged(String how) {
        return new BackupException(
                BackupException.Trouble.FILE,
                "The backup " + file + " is not whole: " + how + ". Nothing was changed.");
    }

    private interface Bytes {
        void read(String table, long bytes);
    }

    /** Holds entries against their order and their hashes. */
    private final class Tables {

        private final Taker to;
        private final Bytes told;
        private final JsonMapper json = new JsonMapper();
        private final Map<String, BackupHeader.Table> byName = new HashMap<>();
        private final List<BackupManifest.Rows> read = new ArrayList<>();
        private BackupHeader header;
        private BackupManifest manifest;
        private String table = "";
        private int piece;
        private long rows;
        private long bytes;
        private MessageDigest sha = TableLines.sha256();

        Tables(Taker to, Bytes told) {
            this.to = to;
            this.told = told;
        }

        void entry(String name, byte[] content) throws IOException, SQLException {
            if (header == null) {
                begin(name, content);
            } else if (manifest != null) {
                throw damaged("something follows its end");
            } else if (name.equals(BackupWriter.MANIFEST)) {
                close();
                manifest = json.readValue(content, BackupManifest.class);
            } else {
                piece(name, content);
            }
        }

        private void begin(String name, byte[] content) throws IOException, SQLException {
            if (!name.equals(BackupWriter.HEADER)) {
                throw damaged("it does not begin as a backup of Pelerin does");
            }
            header = json.readValue(content, BackupHeader.class);
            if (!header.product().equals(BackupHeader.PRODUCT) || header.format() != BackupHeader.FORMAT) {
                throw new BackupException(
                        BackupException.Trouble.FILE,
                        "The backup has format " + header.format() + "; this version of Pelerin reads format "
                                + BackupHeader.FORMAT + ". Use the version that wrote it, or a later one.");
            }
            header.tables().forEach(t -> byName.put(t.name(), t));
            to.header(header);
        }

        private void piece(String name, byte[] content) throws IOException, SQLException {
            int slash = name.lastIndexOf('/');
            if (!name.startsWith(BackupWriter.ROWS)
                    || !name.endsWith(BackupWriter.ENDING)
                    || slash < BackupWriter.ROWS.length()) {
                throw damaged("it holds “" + name + "”, which is none of its parts");
            }
            String of = name.substring(BackupWriter.ROWS.length(), slash);
            BackupHeader.Table known = byName.get(of);
            if (known == null || !known.rows()) {
                throw damaged("it holds rows of a table “" + of + "” that it does not have");
            }
            if (!of.equals(table)) {
                close();
                table = of;
                piece = 0;
                rows = 0;
            }
            piece++;
            if (!name.endsWith("/" + "%08d".formatted(piece) + BackupWriter.ENDING)) {
                throw damaged("part " + piece + " of table " + of + " is missing");
            }
            sha.update(content);
            for (byte b : content) {
                rows += b == '\n' ? 1 : 0;
            }
            bytes += content.length;
            to.rows(known, new ByteArrayInputStream(content));
            told.read(of, bytes);
        }

        private void close() {
            if (!table.isEmpty()) {
                read.add(new BackupManifest.Rows(table, rows, HexFormat.of().formatHex(sha.digest())));
                table = "";
            }
        }

        Content content() throws IOException {
            if (header == null || manifest == null) {
                throw damaged("it ends too early");
            }
            // an empty table has no piece
            List<BackupManifest.Rows> said =
                    manifest.tables().stream().filter(r -> r.rows() > 0).toList();
            for (int i = 0; i < Math.max(said.size(), read.size()); i++) {
                if (i >= said.size() || i >= read.size() || !said.get(i).equals(read.get(i))) {
                    throw damaged("rows of table "
                            + (i < said.size() ? said : read).get(i).table() + " are not those that were written");
                }
            }
            return new Content(header, manifest);
        }
    }

    /** How many bytes of the file were read. */
    private static final class Counted extends FilterInputStream {

        private long bytes;

        Counted(InputStream in) {
            super(in);
        }

        @Override
        public int read() throws IOException {
            int b = super.read();
            bytes += b < 0 ? 0 : 1;
            return b;
        }

        @Override
        public int read(byte[] to, int at, int length) throws IOException {
            int n = super.read(to, at, length);
            bytes += Math.max(0, n);
            return n;
        }
    }
}
