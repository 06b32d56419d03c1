package org.pelerin.app.organisation.backup;

import java.io.FileOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.AccessDeniedException;
import java.nio.file.DirectoryStream;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.pelerin.app.platform.backup.BackupException;
import org.pelerin.app.platform.backup.BackupManifest;
import org.pelerin.app.platform.backup.BackupProgress;
import org.pelerin.app.platform.backup.BackupReader;
import org.pelerin.app.platform.backup.BackupWriter;

/** Files of backups: written beside their name, read back, and only then given it. A file that has the name is whole. */
public final class BackupFiles {

    private static final String HALF = ".part";
    private static final DateTimeFormatter STAMP =
            DateTimeFormatter.ofPattern("uuuuMMdd-HHmmss").withZone(ZoneOffset.UTC);
    private static final Pattern NAME = Pattern.compile("pelerin-(\\d{8}-\\d{6})\\.backup(?:\\.age)?");

    private BackupFiles() {}

    /** With the instant in UTC, so that the order of names is that of time. */
    public static String name(Instant at, boolean closed) {
        return "pelerin-" + STAMP.format(at) + ".backup" + (closed ? ".age" : "");
    }

    /**
     * Writes it and reads it back.
     *
     * @param to a file that is not there yet
     */
    public static BackupManifest write(
            BackupWriter writer, Path to, String passphrase, Instant now, BackupProgress progress) throws IOException {
        if (Files.exists(to)) {
            throw new BackupException(
                    BackupException.Trouble.NOT_WRITTEN, "There is a file " + to + " already. Name another one.");
        }
        Path half = to.resolveSibling(to.getFileName() + HALF);
        try {
            Files.deleteIfExists(half);
            BackupManifest written;
            try (FileOutputStream file = new FileOutputStream(half.toFile())) {
                ownEyes(half);
                written = writer.write(new Synced(file), passphrase, now);
            }
            BackupManifest read =
                    new BackupReader(half, passphrase, progress).check().manifest();
            if (!read.equals(written)) {
                throw new BackupException(
                        BackupException.Trouble.FILE, "What was read back from " + to + " is not what was written.");
            }
            Files.move(half, to, StandardCopyOption.ATOMIC_MOVE);
            return written;
        } catch (BackupException e) {
            throw e;
        } catch (NoSuchFileException
                | AccessDeniedException
                | FileAlreadyExistsException
                | java.io.FileNotFoundException e) {
            throw new BackupException(BackupException.Trouble.NOT_WRITTEN, to + " cannot be written: " + reason(e), e);
        } catch (IOException e) {
            throw new BackupException(
                    BackupException.Trouble.NOT_WRITTEN, to + " cannot be written: " + e.getMessage(), e);
        } finally {
            // not there any more where all went well
            Files.deleteIfExists(half);
        }
    }

    private static String reason(IOException e) {
        return e instanceof AccessDeniedException
                        || String.valueOf(e.getMessage()).contains("Permission denied")
                ? "access is denied"
                : "its directory is missing or cannot be written";
    }

    /** It holds everything: nobody else on this machine reads it. */
    private static void ownEyes(Path file) throws IOException {
        if (Files.getFileStore(file).supportsFileAttributeView("posix")) {
            Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rw-------"));
        }
    }

    /** Backups in a directory, by the instant in their name. */
    public static Map<LocalDateTime, Path> in(Path directory) throws IOException {
        Map<LocalDateTime, Path> out = new TreeMap<>();
        try (DirectoryStream<Path> all = Files.newDirectoryStream(directory)) {
            for (Path p : all) {
                Matcher m = NAME.matcher(p.getFileName().toString());
                if (m.matches()) {
                    out.put(LocalDateTime.parse(m.group(1), STAMP.withZone(null)), p);
                }
            }
        }
        return out;
    }

    /** Removes halves that were last written before an instant: their process was killed. */
    static void sweep(Path directory, Instant before) throws IOException {
        try (DirectoryStream<Path> halves = Files.newDirectoryStream(directory, "pelerin-*" + HALF)) {
            for (Path p : halves) {
                if (Files.getLastModifiedTime(p).toInstant().isBefore(before)) {
                    Files.deleteIfExists(p);
                }
            }
        }
    }

    /** On the disk before it is closed: a power cut afterwards loses nothing. */
    private static final class Synced extends OutputStream {

        private final FileOutputStream to;

        Synced(FileOutputStream to) {
            this.to = to;
        }

        @Override
        public void write(int b) throws IOException {
            to.write(b);
        }

        @Override
        public void write(byte[] b, int at, int length) throws IOException {
            to.write(b, at, length);
        }

        @Override
        public void close() throws IOException {
            if (to.getFD().valid()) {
                to.getFD().sync();
            }
            to.close();
        }
    }
}
