package org.pelerin.app.organisation.anchor;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.NotDirectoryException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.pelerin.app.evidence.AuditVerification;
import org.pelerin.app.evidence.TrailWitness;
import org.pelerin.app.organisation.key.InstallationKeys;
import org.pelerin.app.organisation.key.KeyPurpose;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.proof.Ed25519;
import org.pelerin.proof.Trust;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;

/**
 * Signs the head of the audit trail and keeps it outside the database, each minute in which it moved and at each check. Who cuts the trail back, or changes
 * it together with its head and its checks, cannot make these fit again.
 */
@Service
public class TrailAnchors implements TrailWitness {

    private static final Logger LOG = LoggerFactory.getLogger(TrailAnchors.class);

    private final ObjectProvider<AuditVerification> verification;
    private final InstallationKeys keys;
    private final AnchorFiles files;
    private final AnchorCheck check;
    private final Formats show;
    private final Clock clock;

    private Anchor written;
    private String trouble = "";

    TrailAnchors(
            ObjectProvider<AuditVerification> verification,
            InstallationKeys keys,
            AnchorFiles files,
            AnchorCheck check,
            Formats show,
            Clock clock) {
        this.verification = verification;
        this.keys = keys;
        this.files = files;
        this.check = check;
        this.show = show;
        this.clock = clock;
    }

    /** The head as it is now, signed; for what leaves the house. */
    public Anchor now() {
        InstallationKeys.Signer by = keys.signer(KeyPurpose.BUNDLE);
        AuditVerification.Head head = verification.getObject().head();
        Instant at = clock.instant().truncatedTo(ChronoUnit.MILLIS);
        Anchor bare = new Anchor(head.sequence(), head.hash(), at, Trust.fingerprint(by.certificate()), "");
        return new Anchor(bare.sequence(), bare.hash(), at, bare.certificate(), Ed25519.sign(bare.signed(), by.key()));
    }

    @Scheduled(fixedDelay = 60_000, initialDelay = 20_000)
    @Override
    public synchronized void takeDown() {
        if (!files.wanted()) {
            return;
        }
        AuditVerification.Head head = verification.getObject().head();
        if (written != null && written.sequence() == head.sequence()) {
            return;
        }
        write(now());
    }

    /** What cannot be written is said on the audit page until one can be; the next minute tries again. */
    synchronized void write(Anchor now) {
        try {
            files.append(now, now.at());
            written = now;
            trouble = "";
        } catch (IOException e) {
            if (trouble.isEmpty()) {
                LOG.error("The head of the audit trail cannot be written to {}: {}", files.directory(), e.toString());
            }
            trouble = reason(e);
        }
    }

    private static String reason(IOException e) {
        if (e instanceof FileAlreadyExistsException || e instanceof NotDirectoryException) {
            return Texts.of("organisation.anchor.trailAnchors.itIsAFileNot");
        }
        return e instanceof AccessDeniedException
                ? Texts.of("organisation.anchor.trailAnchors.accessIsNotAllowed")
                : e.getMessage();
    }

    @Override
    public Optional<String> disagreement() {
        if (!files.wanted()) {
            return Optional.empty();
        }
        List<String> troubles = new ArrayList<>();
        try {
            for (Path file : files.all()) {
                troubles.addAll(check.of(file).troubles());
            }
        } catch (IOException e) {
            troubles.add(Texts.stored(
                    "stored.trailAnchors.headsStoredInCannotBe",
                    "directory",
                    files.directory(),
                    "reason",
                    e.getMessage()));
        }
        return troubles.stream().findFirst();
    }

    @Override
    public synchronized String words() {
        if (!files.wanted()) {
            return Texts.of("organisation.anchor.trailAnchors.itsHeadsAreNotStored");
        }
        if (!trouble.isEmpty()) {
            return Texts.of(
                    "organisation.anchor.trailAnchors.itsHeadsCannotBeWritten",
                    "directory",
                    files.directory(),
                    "trouble",
                    trouble);
        }
        return written == null
                ? Texts.of("organisation.anchor.trailAnchors.itsHeadsAreStoredOutside", "directory", files.directory())
                : Texts.of(
                        "organisation.anchor.trailAnchors.storedOutsideTheDatabaseUp",
                        "sequence",
                        show.count(written.sequence()),
                        "at",
                        show.minute(written.at()),
                        "directory",
                        files.directory());
    }
}
