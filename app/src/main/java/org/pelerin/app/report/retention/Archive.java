package org.pelerin.app.report.retention;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.Optional;
import java.util.TreeMap;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.organisation.key.InstallationKeys;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.report.bundle.BundleExport;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.link.carrier.CarrierException;
import org.pelerin.proof.Bundle;
import org.pelerin.proof.BundleCheck;
import org.pelerin.proof.BundleException;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** Where bundles of records go before those are removed: a directory of the installation's, best on another disk, and backed up. */
@Component
class Archive {

    /** Nothing was archived. */
    static final class NotArchivedException extends Exception {
        private static final long serialVersionUID = 1;

        NotArchivedException(String message) {
            super(message);
        }
    }

    /**
     * A bundle in the archive.
     *
     * @param said hash of what it says of the mission beside its record
     */
    record Kept(String file, String sha256, String said) {}

    private static final int PART = 1 << 16;

    private final BundleExport bundles;
    private final InstallationKeys keys;
    private final String directory;

    Archive(BundleExport bundles, InstallationKeys keys, @Value("${pelerin.archive:}") String directory) {
        this.bundles = bundles;
        this.keys = keys;
        this.directory = directory.strip();
    }

    /** Empty where no directory is set: nothing can be removed then. */
    Optional<Path> place() {
        return directory.isEmpty() ? Optional.empty() : Optional.of(Path.of(directory));
    }

    /**
     * Writes the bundle of a mission, to the disk itself, reads it back and checks it as whoever gets it would. A file of an earlier try is
     * replaced. Cost: proportional to the record.
     *
     * @param by who asked, for the bundle's manifest
     * @throws NotArchivedException if it is not there whole and sound afterwards; the message says why
     */
    Kept keep(Mission mission, String by) throws NotArchivedException {
        Path at =
                place().orElseThrow(() -> new NotArchivedException(Texts.stored("stored.retention.noDirectoryIsSet")));
        String name = "mission-" + mission.id() + "-" + mission.serial().replaceAll("[^A-Za-z0-9-]", "_") + ".zip";
        Path half = at.resolve(name + ".part");
        try {
            Files.createDirectories(at);
            // before it is written: what changes meanwhile must not be taken for what is in it
            String said = said(mission);
            byte[] capture = bundles.capture(mission);
            try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(half))) {
                bundles.write(mission, capture, by, out);
            }
            try (FileChannel file = FileChannel.open(half, StandardOpenOption.WRITE)) {
                file.force(true);
            }
            check(half);
            String sha256 = sha256(half);
            Files.move(half, at.resolve(name), StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
            return new Kept(name, sha256, said);
        } catch (CarrierException e) {
            throw new NotArchivedException(e.getMessage());
        } catch (IOException e) {
            throw new NotArchivedException(Texts.stored(
                    "stored.retention.itCouldNotBeWritten", "at", at, "reason", String.valueOf(e.getMessage())));
        } finally {
            try {
                Files.deleteIfExists(half);
            } catch (IOException e) {
                // the next try replaces it
            }
        }
    }

    /** The hash of what a bundle of a mission would say of it now, beside its record and the audit trail. */
    String said(Mission mission) {
        return Sha256.of(new TreeMap<>(bundles.documents(mission)).toString().getBytes(StandardCharsets.UTF_8));
    }

    private void check(Path file) throws IOException, NotArchivedException {
        try (Bundle bundle = Bundle.open(file)) {
            BundleCheck.Outcome outcome = BundleCheck.of(bundle, keys.trust());
            if (!outcome.sound()) {
                throw new NotArchivedException(Texts.stored(
                        "stored.retention.theBundleIsNotSound",
                        "reason",
                        outcome.unreadable().orElse(String.join("; ", outcome.troubles()))));
            }
        } catch (BundleException e) {
            throw new NotArchivedException(
                    Texts.stored("stored.retention.theBundleIsNotSound", "reason", e.getMessage()));
        }
    }

    private static String sha256(Path file) throws IOException {
        Sha256 hash = new Sha256();
        try (InputStream in = Files.newInputStream(file)) {
            for (byte[] part = in.readNBytes(PART); part.length > 0; part = in.readNBytes(PART)) {
                hash.add(part);
            }
        }
        return hash.hex();
    }
}
