package org.pelerin.app.report.retention;

import java.time.Duration;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.work.Claim;
import org.pelerin.app.platform.work.ClaimLostException;
import org.pelerin.app.platform.work.LongWork;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/** Archives and removes records whose removal was approved, one after the other. Whoever comes after a break archives anew. */
@Component
class RemovalRunner implements LongWork {

    static final String KIND = "removal";

    private static final Logger LOG = LoggerFactory.getLogger(RemovalRunner.class);
    private static final Duration LONGEST = Duration.ofHours(2);

    private final Retention retention;
    private final MissionQueries missions;
    private final Archive archive;

    RemovalRunner(Retention retention, MissionQueries missions, Archive archive) {
        this.retention = retention;
        this.missions = missions;
        this.archive = archive;
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
    public Duration longestSilence() {
        return LONGEST;
    }

    @Override
    public void run(long id, Claim claim) {
        Removal r = retention.approved(id).orElse(null);
        Mission m = r == null
                ? null
                : missions.find(r.missionId()).filter(Mission::collected).orElse(null);
        if (m == null) {
            claim.finish();
            return;
        }
        try {
            retention.remove(r, m, archive.keep(m, r.askedBy()), claim);
        } catch (ClaimLostException | DataAccessException | TransactionException e) {
            // whoever comes next begins again
            throw e;
        } catch (Archive.NotArchivedException | Retention.NotRemovedException e) {
            LOG.warn("The record of mission {} was not removed: {}", m.id(), e.getMessage());
            retention.fail(r, e.getMessage(), claim);
        } catch (RuntimeException | OutOfMemoryError e) {
            LOG.error("The record of mission {} was not removed", m.id(), e);
            retention.fail(r, Texts.stored("stored.reportRunner.itFailedSeeTheLog"), claim);
        }
    }
}
