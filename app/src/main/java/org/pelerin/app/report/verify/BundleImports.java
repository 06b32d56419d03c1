package org.pelerin.app.report.verify;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.web.NotDoneException;
import org.pelerin.app.platform.work.Claim;
import org.pelerin.app.platform.work.LongWork;
import org.pelerin.app.platform.work.WorkOrders;
import org.pelerin.app.report.bundle.BundleIntake;
import org.pelerin.proof.Bundle;
import org.pelerin.proof.BundleException;
import org.springframework.dao.PessimisticLockingFailureException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/**
 * Imports a bundle that was checked and found sound, from the file that was given then. One at a time; the mission and the note that it was imported
 * are one transaction, so that a kill leaves neither or both. One whose import was broken off twice is not tried again by itself.
 */
@Service
@RetriedOnDeadlock
class BundleImports implements LongWork {

    static final String KIND = "bundle import";

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int MOST_TIMES = 2;

    /**
     * What became of an import.
     *
     * @param mission its number here; null where it was refused
     * @param differs what is not as it was elsewhere; none where all fingerprints are the same
     * @param refusal why it was refused, without a full stop; null where it was not
     */
    record Result(Long mission, List<String> differs, String refusal) {}

    /** It cannot be asked for. */
    static final class NotImportableException extends NotDoneException {
        private final long id;

        NotImportableException(long id, String message) {
            super(message);
            this.id = id;
        }

        @Override
        public String wayOn() {
            return "/verify/" + id;
        }
    }

    private final VerificationMapper mapper;
    private final Verifications verifications;
    private final BundleIntake intake;
    private final WorkOrders orders;
    private final TransactionTemplate transaction;

    BundleImports(
            VerificationMapper mapper,
            Verifications verifications,
            BundleIntake intake,
            WorkOrders orders,
            TransactionTemplate transaction) {
        this.mapper = mapper;
        this.verifications = verifications;
        this.intake = intake;
        this.orders = orders;
        this.transaction = transaction;
    }

    /**
     * Has a checked bundle imported. Asked twice, it is imported once.
     *
     * @param by who gave the file; nobody else can
     */
    @Transactional
    public void order(Verifications.Asked asked, String by) {
        if (asked.outcome() == null || asked.outcome().state() != Verified.State.BUNDLE) {
            throw new NotImportableException(
                    asked.id(), Texts.of("report.verify.bundleImports.onlyACheckedBundleWhose"));
        }
        if (mapper.askImport(asked.id(), by) == 1) {
            orders.order(KIND, asked.id());
        }
    }

    @Override
    public String kind() {
        return KIND;
    }

    @Override
    public int atOnce() {
        return 1;
    }

    @Override
    public void run(long id, Claim claim) throws IOException {
        VerificationMapper.Row row = mapper.byId(id);
        if (row == null || row.importBy() == null || row.importResult() != null) {
            transaction.executeWithoutResult(t -> claim.finish());
            return;
        }
        if (row.importBegun() >= MOST_TIMES) {
            refuse(id, claim, Texts.stored("stored.bundleImports.itsImportWasInterruptedTwice"));
            return;
        }
        transaction.executeWithoutResult(t -> mapper.beginImport(id));
        Path file = Files.createTempFile("pelerin-bundle", ".zip");
        try {
            try (OutputStream out = Files.newOutputStream(file)) {
                verifications.copy(id, out);
            }
            imported(row, file, claim);
        } catch (BundleException | NotDoneException e) {
            refuse(id, claim, e.getMessage());
        } catch (PessimisticLockingFailureException e) {
            // it was not broken off: it begins again
            transaction.executeWithoutResult(t -> mapper.importAgain(id));
            throw e;
        } finally {
            Files.deleteIfExists(file);
        }
    }

    private void imported(VerificationMapper.Row row, Path file, Claim claim) throws BundleException, IOException {
        try (Bundle bundle = Bundle.open(file)) {
            transaction.executeWithoutResult(t -> {
                BundleIntake.Taken taken = intake.take(bundle, row.sha256(), row.importBy());
                Result result = new Result(taken.mission(), taken.differs(), null);
                mapper.importDone(row.id(), JSON.writeValueAsString(result), row.importBy());
                mapper.dropPieces(row.id());
                claim.finish();
            });
        }
    }

    private void refuse(long id, Claim claim, String why) {
        String result = JSON.writeValueAsString(new Result(null, List.of(), why));
        transaction.executeWithoutResult(t -> {
            mapper.importDone(id, result, null);
            claim.finish();
        });
    }
}
