package org.pelerin.app.report.verify;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.time.Clock;
import java.time.Duration;
import java.util.Optional;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.work.Claim;
import org.pelerin.app.platform.work.LongWork;
import org.pelerin.app.platform.work.WorkOrders;
import org.pelerin.core.evidence.Sha256;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/**
 * Checks files that are given back, two at once and never on the thread of a request: what strangers wrote may take long. The file goes once it is checked, one that can be imported,
 * and what there is to say of each, after a day. One whose check was broken off twice is checked no more.
 */
@Service
@RetriedOnDeadlock
class Verifications implements LongWork {

    static final String KIND = "verify";

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int PIECE = 1 << 20;
    private static final int AT_ONCE = 2;
    private static final int MOST_TIMES = 2;
    private static final Duration KEPT = Duration.ofDays(1);

    /**
     * A file that was given back.
     *
     * @param outcome null while it is checked
     * @param importing whether it is being imported now
     * @param imported what became of its import; null before one was tried
     */
    record Asked(
            long id, String name, String sha256, Verified outcome, boolean importing, BundleImports.Result imported) {

        /** Whether something is still done with it. */
        public boolean busy() {
            return outcome == null || importing;
        }

        /** Whether it can be imported: it is a sound bundle of a mission that is not here. */
        public boolean importable() {
            return outcome != null
                    && outcome.state() == Verified.State.BUNDLE
                    && !importing
                    && (imported == null || imported.mission() == null);
        }
    }

    private final VerificationMapper mapper;
    private final Verification verification;
    private final WorkOrders orders;
    private final TransactionTemplate transaction;
    private final Clock machine;

    Verifications(
            VerificationMapper mapper,
            Verification verification,
            WorkOrders orders,
            TransactionTemplate transaction,
            @Qualifier("machineClock") Clock machine) {
        this.mapper = mapper;
        this.verification = verification;
        this.orders = orders;
        this.transaction = transaction;
        this.machine = machine;
    }

    /** @return its number */
    long ask(String name, InputStream file, String by) throws IOException {
        VerificationMapper.Fresh fresh =
                new VerificationMapper.Fresh(Length.VERIFICATION_NAME.cut(name), machine.instant(), by);
        mapper.insert(fresh);
        Sha256 hash = new Sha256();
        byte[] piece = file.readNBytes(PIECE);
        for (int seq = 0; piece.length > 0; seq++) {
            hash.add(piece);
            mapper.piece(fresh.id, seq, piece);
            piece = file.readNBytes(PIECE);
        }
        String sha256 = hash.hex();
        transaction.executeWithoutResult(t -> {
            mapper.whole(fresh.id, sha256);
            orders.order(KIND, fresh.id);
        });
        return fresh.id;
    }

    /** One that this person gave; nobody else is told of it. */
    Optional<Asked> find(long id, String by) {
        return Optional.ofNullable(mapper.byId(id))
                .filter(r -> r.askedBy().equals(by))
                .map(r -> new Asked(
                        r.id(),
                        r.name(),
                        r.sha256(),
                        r.outcome() == null ? null : JSON.readValue(r.outcome(), Verified.class),
                        r.importBy() != null && r.importResult() == null,
                        r.importResult() == null
                                ? null
                                : JSON.readValue(r.importResult(), BundleImports.Result.class)));
    }

    @Override
    public String kind() {
        return KIND;
    }

    @Override
    public int atOnce() {
        return AT_ONCE;
    }

    @Override
    public void run(long id, Claim claim) throws IOException {
        VerificationMapper.Row row = mapper.byId(id);
        if (row == null || row.outcome() != null) {
            transaction.executeWithoutResult(t -> claim.finish());
            return;
        }
        Verified outcome;
        if (row.begun() >= MOST_TIMES) {
            outcome = Verified.unknown(
                    Texts.stored("stored.verifications.aFile"),
                    Texts.stored("stored.verifications.theCheckWasInterruptedTwice"));
        } else {
            transaction.executeWithoutResult(t -> mapper.begin(id));
            outcome = checked(id);
        }
        String told = JSON.writeValueAsString(outcome);
        transaction.executeWithoutResult(t -> {
            mapper.done(id, told);
            if (outcome.state() != Verified.State.BUNDLE) {
                mapper.dropPieces(id);
            }
            claim.finish();
        });
    }

    private Verified checked(long id) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        copy(id, bytes);
        return verification.of(bytes.toByteArray());
    }

    /** The file as it was given; nothing once it was removed. */
    void copy(long id, OutputStream to) throws IOException {
        int seq = 0;
        for (VerificationMapper.Piece p = mapper.pieceOf(id, seq); p != null; p = mapper.pieceOf(id, seq)) {
            to.write(p.bytes());
            seq++;
        }
    }

    @Scheduled(fixedDelay = 3_600_000, initialDelay = 120_000)
    void forget() {
        transaction.executeWithoutResult(
                t -> mapper.old(machine.instant().minus(KEPT)).forEach(id -> {
                    mapper.dropPieces(id);
                    mapper.drop(id);
                }));
    }
}
