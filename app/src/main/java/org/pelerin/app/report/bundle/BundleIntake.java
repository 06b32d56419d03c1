package org.pelerin.app.report.bundle;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.pelerin.app.collect.CaptureStore;
import org.pelerin.app.collect.CarrierIntake;
import org.pelerin.app.collect.files.FileRestore;
import org.pelerin.app.collect.files.SourceHash;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.judge.limits.LimitSet;
import org.pelerin.app.judge.limits.LimitSets;
import org.pelerin.app.judge.limits.LimitsInForce;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionLifecycle;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.missions.documentation.DocumentationService;
import org.pelerin.app.missions.documentation.MissionNote;
import org.pelerin.app.organisation.key.InstallationKeys;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.SpotAt;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.NotDoneException;
import org.pelerin.app.record.DerivedSeries;
import org.pelerin.app.record.JudgedRecords;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.core.exchange.LimitsDocument;
import org.pelerin.core.intake.Intake;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.record.Exclusion;
import org.pelerin.link.carrier.CarrierException;
import org.pelerin.proof.Bundle;
import org.pelerin.proof.BundleCheck;
import org.pelerin.proof.BundleMission;
import org.pelerin.proof.Manifest;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Takes in a mission that came home elsewhere. Nothing of it is believed: it is checked first, its series are decoded from the capture, or read from the file, and it is judged
 * here, by the limits that it brings; then its hashes are held against those that it came with. What people said and signed elsewhere stays in the
 * bundle.
 */
@Service
@RetriedOnDeadlock
public class BundleIntake {

    /** It cannot be taken in; nothing was. */
    public static final class NotTakenException extends NotDoneException {
        NotTakenException(String message) {
            super(message);
        }
    }

    /**
     * What became of it.
     *
     * @param differs what is not as it was elsewhere; none where all hashes are the same
     */
    public record Taken(long mission, List<String> differs) {}

    private static final Logger LOG = LoggerFactory.getLogger(BundleIntake.class);

    private final CarrierIntake carriers;
    private final CaptureStore captures;
    private final FileRestore files;
    private final SourceHash source;
    private final MissionQueries missions;
    private final PlaceService places;
    private final Evaluation evaluation;
    private final LimitSets sets;
    private final LimitsInForce inForce;
    private final JudgedRecords records;
    private final DerivedSeries derived;
    private final DocumentationService documentation;
    private final AuditTrail audit;
    private final InstallationKeys keys;
    private final MissionLifecycle lifecycle;

    BundleIntake(
            CarrierIntake carriers,
            CaptureStore captures,
            FileRestore files,
            SourceHash source,
            MissionQueries missions,
            PlaceService places,
            Evaluation evaluation,
            LimitSets sets,
            LimitsInForce inForce,
            JudgedRecords records,
            DerivedSeries derived,
            DocumentationService documentation,
            InstallationKeys keys,
            AuditTrail audit,
            MissionLifecycle lifecycle) {
        this.lifecycle = lifecycle;
        this.keys = keys;
        this.carriers = carriers;
        this.captures = captures;
        this.files = files;
        this.source = source;
        this.missions = missions;
        this.places = places;
        this.evaluation = evaluation;
        this.sets = sets;
        this.inForce = inForce;
        this.records = records;
        this.derived = derived;
        this.documentation = documentation;
        this.audit = audit;
    }

    /**
     * All of it, or nothing.
     *
     * @param sha256 of the whole file
     * @throws NotTakenException if something of it cannot be kept here
     */
    @Transactional
    public Taken take(Bundle bundle, String sha256, String by) {
        try {
            return checked(bundle, sha256, by);
        } catch (CarrierException e) {
            throw new NotTakenException(e.getMessage());
        } catch (DateTimeException | IllegalArgumentException | DataIntegrityViolationException e) {
            // sound by itself, and yet not what is written here: somebody made it by hand, or another release did
            LOG.warn("A bundle of {} could not be taken in", bundle.manifest().serial(), e);
            throw new NotTakenException(Texts.stored("stored.bundleIntake.itsMissionJsonOrIts"));
        }
    }

    private Taken checked(Bundle bundle, String sha256, String by) {
        BundleCheck.Outcome checked = BundleCheck.of(bundle, keys.trust());
        if (!checked.sound()) {
            throw new NotTakenException(
                    checked.unreadable().orElseGet(() -> checked.troubles().get(0)));
        }
        Manifest manifest = bundle.manifest();
        BundleMission m = bundle.mission();
        long id = bundle.has(Bundle.CAPTURE)
                ? carriers.restore(
                        bundle.bytes(Bundle.CAPTURE),
                        Instant.ofEpochMilli(m.clock().readAt()),
                        Duration.ofMillis(m.clock().offsetMs()),
                        m.clock().battery(),
                        by)
                : ofFile(bundle, by);
        String from = manifest.house().isBlank() ? "elsewhere" : manifest.house();
        String reason = Length.REASON.cut(Texts.stored("stored.bundleIntake.asAt", "from", from));
        place(id, m, by);
        said(id, m, bundle.text(Bundle.LIMITS), reason, from, by);
        evaluation.again(id);
        note(id, m, manifest, from, by);
        Mission taken = missions.find(id).orElseThrow();
        List<String> differs = differs(taken, manifest);
        audit.record(
                by,
                "take in bundle",
                taken.subject(),
                "",
                "mission " + manifest.mission() + " of " + from + ", bundle " + sha256 + ", record "
                        + manifest.recordSha256() + ", judgement " + manifest.judgementSha256());
        return new Taken(id, differs);
    }

    private long ofFile(Bundle bundle, String by) {
        if (!bundle.has(Bundle.SOURCE) || !bundle.has(Bundle.LAYOUT)) {
            throw new NotTakenException(Texts.stored("stored.bundleIntake.itDoesNotStateHow"));
        }
        try (InputStream in = bundle.open(Bundle.SOURCE)) {
            return files.restore(in, bundle.text(Bundle.LAYOUT), by);
        } catch (IOException | NotDoneException | Intake.TooManyTroublesException | IllegalStateException e) {
            throw new NotTakenException(
                    Texts.stored("stored.bundleIntake.theOriginalFileIsNot", "reason", e.getMessage()));
        }
    }

    private void place(long id, BundleMission m, String by) {
        if (m.spot() == null || m.site() == null) {
            return;
        }
        SpotAt spot = spot(m);
        if (spot == null) {
            places.create(m.site(), ZoneId.of(m.zone()).getId(), m.spot(), by);
            spot = spot(m);
        }
        if (spot != null) {
            lifecycle.moveTo(missions.find(id).orElseThrow(), spot.id(), by);
        }
    }

    private SpotAt spot(BundleMission m) {
        return places.all().stream()
                .filter(s -> s.site().equals(m.site()) && s.name().equals(m.spot()))
                .findFirst()
                .orElse(null);
    }

    /** What it was judged on and by. */
    private void said(long id, BundleMission m, String limitsText, String reason, String from, String by) {
        Mission mission = missions.find(id).orElseThrow();
        if (captures.summary(id).isPresent()
                && mission.records().clockCorrected() != m.clock().corrected()) {
            evaluation.decideClock(mission, m.clock().corrected(), reason, by);
        }
        if (m.judgedFrom() != null || m.judgedTo() != null) {
            records.choose(mission, instant(m.judgedFrom()), instant(m.judgedTo()), reason, by);
        }
        for (BundleMission.Excluded x : m.excluded()) {
            records.exclude(
                    mission,
                    Exclusion.Kind.valueOf(x.kind()),
                    Instant.ofEpochMilli(x.from()),
                    Instant.ofEpochMilli(x.to()),
                    Length.REASON.cut(x.reason() + " (" + x.by() + ", " + from + ")"),
                    by);
        }
        if (m.alone()) {
            m.derived().forEach(definition -> derived.add(mission, definition, false, by));
        }
        Limits limits = LimitsDocument.read(limitsText);
        LimitSet set = limits.rules().isEmpty() && limits.gapRules().isEmpty()
                ? null
                : sets.create(
                        Length.LIMITS_NAME.cut(Texts.stored("stored.bundleIntake.missionFrom", "id", id, "from", from)),
                        limits,
                        by);
        inForce.say(mission, set, reason, by);
    }

    private static Instant instant(Long millis) {
        return millis == null ? null : Instant.ofEpochMilli(millis);
    }

    private void note(long id, BundleMission m, Manifest manifest, String from, String by) {
        Map<String, String> d = m.documentation() == null ? Map.of() : m.documentation();
        String remarks = d.getOrDefault("remarks", "");
        documentation.save(
                id,
                new MissionNote(
                        Length.NOTE_TITLE.cut(d.getOrDefault("title", "")),
                        Length.NOTE_PURPOSE.cut(d.getOrDefault("purpose", "")),
                        Length.NOTE_PEOPLE.cut(d.getOrDefault("people", "")),
                        Length.NOTE_PLACE.cut(d.getOrDefault("place", "")),
                        Length.NOTE_REMARKS.cut(Texts.stored(
                                "stored.bundleIntake.importedFromWhereItWas",
                                "from",
                                from,
                                "mission",
                                manifest.mission(),
                                "more",
                                (remarks.isEmpty() ? "." : ".\n" + remarks)))),
                by);
    }

    private List<String> differs(Mission m, Manifest there) {
        List<String> out = new ArrayList<>();
        if (!source.of(m.id()).orElse("").equals(there.recordSha256())) {
            out.add(Texts.stored("stored.bundleIntake.theRecord"));
        }
        String judgement = Sha256.of(evaluation.text(m).getBytes(StandardCharsets.UTF_8));
        if (!judgement.equals(there.judgementSha256())) {
            out.add(Texts.stored("stored.bundleIntake.theVerdict"));
        }
        return out;
    }
}
