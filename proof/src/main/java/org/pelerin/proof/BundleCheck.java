package org.pelerin.proof;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.security.cert.X509Certificate;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.pelerin.core.derive.Derivations;
import org.pelerin.core.derive.TooManyWindowsException;
import org.pelerin.core.evidence.AuditChain;
import org.pelerin.core.evidence.AuditEntry;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.core.exchange.DerivedDocument;
import org.pelerin.core.exchange.DocumentException;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.exchange.LimitsDocument;
import org.pelerin.core.intake.Intake;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.ZoneMissingException;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.record.Exclusion;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.series.Series;
import org.pelerin.core.stats.MeanKineticTemperature;
import org.pelerin.link.capture.Capture;
import org.pelerin.link.capture.CaptureDecoder;
import org.pelerin.link.capture.DecodeProgress;
import org.pelerin.link.carrier.Carrier;
import org.pelerin.link.carrier.CarrierException;
import org.pelerin.link.carrier.CarrierFile;
import org.pelerin.link.message.MalformedMessageException;
import org.pelerin.link.message.MissionHeader;
import org.threeten.extra.Interval;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Checks a bundle by what is in it and nothing else: hashes of its files, the capture's own checksums and hash, the series decoded from it again and
 * compared to the last bit, the judgement made again, audit entries by their hashes, signatures by what was signed. What cannot be checked so is
 * said.
 */
public final class BundleCheck {

    private static final JsonMapper JSON = StrangersJson.MAPPER;

    /**
     * What came of it.
     *
     * @param troubles what does not fit, without full stops
     * @param checked what was found to fit, likewise
     * @param left what could not be checked, and why
     * @param unreadable what of it cannot be read at all; empty where all can
     * @param origin whose signature it bears; empty where it bears none that fits
     */
    public record Outcome(
            List<String> troubles,
            List<String> checked,
            List<String> left,
            Optional<String> unreadable,
            Optional<Origin> origin) {

        /** Whether nothing speaks against it; what could not be checked is not part of that. */
        public boolean sound() {
            return troubles.isEmpty() && unreadable.isEmpty();
        }

        /** Whether it is sound, all of it was checked, and it comes from an installation that is believed. */
        public boolean proven() {
            return sound() && left.isEmpty() && origin.filter(Origin::trusted).isPresent();
        }
    }

    /**
     * Who made a bundle, by the key that signed it.
     *
     * @param name as its certificate has it
     * @param fingerprint of the certificate
     * @param trusted whether it is among those that were named
     */
    public record Origin(String name, String fingerprint, boolean trusted) {}

    private final Bundle bundle;
    private final List<String> troubles = new ArrayList<>();
    private final List<String> checked = new ArrayList<>();
    private final List<String> left = new ArrayList<>();
    private final Trust trust;
    private Origin origin;

    private BundleCheck(Bundle bundle, Trust trust) {
        this.bundle = bundle;
        this.trust = trust;
    }

    /** @param trust the installations that are believed */
    public static Outcome of(Bundle bundle, Trust trust) {
        BundleCheck check = new BundleCheck(bundle, trust);
        String unreadable = null;
        try {
            check.all();
        } catch (BundleException e) {
            unreadable = e.getMessage();
        }
        return new Outcome(
                check.troubles,
                check.checked,
                check.left,
                Optional.ofNullable(unreadable),
                Optional.ofNullable(check.origin));
    }

    private void all() {
        entries();
        origin();
        if (!troubles.isEmpty()) {
            return;
        }
        BundleMission m = bundle.mission();
        String judgement = bundle.text(Bundle.JUDGEMENT);
        if (!sha256(judgement).equals(bundle.manifest().judgementSha256())) {
            troubles.add("The judgement has another hash than the manifest names");
        }
        if (bundle.has(Bundle.CAPTURE)) {
            capture(m, judgement);
        } else {
            source(m, judgement);
        }
        audit();
        signatures();
    }

    private void entries() {
        Set<String> named = new TreeSet<>();
        for (Manifest.Part part : bundle.manifest().entries()) {
            named.add(part.name());
            if (!bundle.has(part.name())) {
                troubles.add("“" + part.name() + "” is missing");
            } else if (!bundle.sha256(part.name()).equals(part.sha256())) {
                troubles.add("“" + part.name() + "” is not what the manifest names");
            }
        }
        bundle.names().stream()
                .filter(n -> !named.contains(n))
                .forEach(n -> troubles.add("“" + n + "” is in it, and the manifest does not name it"));
        bundle.twice().forEach(n -> troubles.add("“" + n + "” is in it more than once"));
        // what a bundle holds it always holds: who takes it out and makes the manifest fit has altered it
        for (String needed : List.of(
                Bundle.MISSION, Bundle.LIMITS, Bundle.JUDGEMENT, Bundle.FINDINGS, Bundle.SIGNATURES, Bundle.AUDIT)) {
            if (!named.contains(needed)) {
                troubles.add("“" + needed + "” is missing");
            }
        }
        if (!named.contains(Bundle.CAPTURE) && !named.contains(Bundle.SOURCE)) {
            troubles.add("Neither “" + Bundle.CAPTURE + "” nor “" + Bundle.SOURCE + "” is in it");
        }
        if (bundle.signed() && !named.contains(Bundle.PLAN)) {
            troubles.add("“" + Bundle.PLAN + "” is missing");
        }
        // a record is read from its source by what stands beside it
        Map.of(Bundle.SOURCE, Bundle.LAYOUT, Bundle.CAPTURE, Bundle.CATALOGUE).forEach((source, how) -> {
            if (bundle.signed() && named.contains(source) && !named.contains(how)) {
                troubles.add("“" + how + "” is missing");
            }
        });
        if (troubles.isEmpty()) {
            checked.add(named.size() + " files by their hashes");
        }
    }

    private void origin() {
        if (!bundle.signed()) {
            left.add("who it comes from: bundles of version " + Manifest.UNSIGNED + " were not signed");
            return;
        }
        for (String needed : List.of(BundleSignature.SIGNATURE, BundleSignature.CERTIFICATE)) {
            if (!bundle.has(needed)) {
                troubles.add("“" + needed + "” is missing: it is not signed any more");
                return;
            }
        }
        X509Certificate by =
                Trust.certificates(bundle.bytes(BundleSignature.CERTIFICATE)).get(0);
        if (!BundleSignature.fits(bundle.manifestBytes(), bundle.text(BundleSignature.SIGNATURE), by)) {
            troubles.add("Its manifest is not what was signed by the key of its certificate");
            return;
        }
        origin = new Origin(Trust.name(by), Trust.fingerprint(by), trust.of(by));
        checked.add("its signature by " + origin.name);
        if (!origin.trusted) {
            left.add(untrusted(origin, trust));
        }
    }

    /** Why it is not known who somebody is, with what could tell. */
    static String untrusted(Origin origin, Trust trust) {
        return (trust.any()
                        ? "who it comes from: it is signed by another installation than those that are trusted, by the certificate "
                        : "whether “" + origin.name
                                + "” is who it says: no certificate was named to trust; its own is ")
                + Trust.grouped(origin.fingerprint);
    }

    private void source(BundleMission m, String judgement) {
        if (!bundle.sha256(Bundle.SOURCE).equals(bundle.manifest().recordSha256())) {
            troubles.add("The file that it was made of has another hash than the manifest names");
            return;
        }
        SourceLayout layout = bundle.has(Bundle.LAYOUT) ? bundle.layout() : null;
        if (layout == null || !layout.text()) {
            left.add("its record was made of a " + (layout == null ? "file" : "workbook")
                    + ": series and judgement are checked by their hashes only");
            return;
        }
        try (InputStream in = bundle.open(Bundle.SOURCE)) {
            List<Series> series = layout.read(in);
            if (series(series, "read from its file again")) {
                judgement(m, series, judgement);
            }
        } catch (IOException | IllegalArgumentException | IllegalStateException | Intake.TooManyTroublesException e) {
            troubles.add("The file that it was made of cannot be read as layout.json says: " + e.getMessage());
        }
    }

    private void capture(BundleMission m, String judgement) {
        try {
            Carrier carrier = CarrierFile.read(bundle.bytes(Bundle.CAPTURE));
            Capture capture = new Capture(
                    carrier.header(), carrier.pages(), carrier.info().firstRecord());
            if (!capture.sha256().equals(bundle.manifest().recordSha256())) {
                troubles.add("The capture has another hash than the manifest names");
                return;
            }
            checked.add("the capture, page by page and by its hash");
            if (bundle.signed()
                    && ModelCatalogue.only(m.model())
                            .filter(bundle.text(Bundle.CATALOGUE)::equals)
                            .isEmpty()) {
                left.add(
                        "the logger's model is described otherwise than this program knows it: its values were decoded by what"
                                + " this program knows");
            }
            List<Series> series = decoded(capture, m.clock());
            if (series(series, "decoded from the capture again")) {
                judgement(m, series, judgement);
            }
        } catch (CarrierException | MalformedMessageException | IllegalArgumentException e) {
            troubles.add("The capture does not fit: " + e.getMessage());
        }
    }

    /** As it is decoded and its times are shown. */
    public static List<Series> decoded(Capture capture, BundleMission.Clock clock) {
        MissionHeader header = MissionHeader.decode(capture.header());
        ClockCorrection correction = clock.corrected()
                ? new ClockCorrection(
                        header.writtenAt(),
                        Instant.ofEpochMilli(clock.readAt()),
                        Duration.ofMillis(clock.offsetMs()),
                        header.clockSettings())
                : ClockCorrection.NONE;
        return CaptureDecoder.decode(capture, correction, DecodeProgress.NOTHING)
                .series();
    }

    /** @param how they were made again */
    private boolean series(List<Series> series, String how) {
        List<List<Series>> tables = SeriesText.tables(series);
        List<String> names = bundle.series();
        if (tables.size() != names.size()) {
            troubles.add("It has " + names.size() + " tables of values, its record " + tables.size());
            return false;
        }
        for (int t = 0; t < tables.size(); t++) {
            long line = firstOther(tables.get(t), names.get(t));
            if (line > 0) {
                troubles.add("“" + names.get(t) + "” is not what its record holds, from line " + line + " on");
                return false;
            }
        }
        checked.add("every value, " + how);
        return true;
    }

    /** @return 0 where it is the same */
    private long firstOther(List<Series> table, String name) {
        try (InputStream there = new BufferedInputStream(bundle.open(name), 1 << 16)) {
            Comparing out = new Comparing(there);
            Writer writer = new OutputStreamWriter(out, StandardCharsets.UTF_8);
            SeriesText.write(table, writer);
            writer.flush();
            return out.end();
        } catch (IOException e) {
            throw new BundleException("“" + name + "” cannot be read: " + e.getMessage(), e);
        }
    }

    private void judgement(BundleMission m, List<Series> series, String text) {
        if (!m.alone()) {
            left.add("what follows from other missions was not judged again");
            return;
        }
        try {
            JudgementDocument kept = judgement(text);
            JudgedRecord record = JudgedRecord.of(series, period(m), exclusions(m));
            Limits limits = LimitsDocument.read(bundle.text(Bundle.LIMITS));
            for (String definition : m.derived()) {
                record = Derivations.add(
                        record,
                        DerivedDocument.read("{\"derived\": [" + definition + "]}"),
                        name -> Optional.empty(),
                        limits::early);
            }
            JudgementDocument again = JudgementDocument.of(
                            record, limits, ZoneId.of(m.zone()), MeanKineticTemperature.DEFAULT_ENTHALPY)
                    // levels by the shift follow from the shift, which is told with them
                    .withShifts(kept.shifts());
            if (again.agrees(text)) {
                checked.add("the judgement, made again");
            } else {
                troubles.add("The judgement is not what is judged of this record by these limits");
            }
        } catch (DocumentException | DateTimeException | Derivations.ImpossibleException e) {
            throw new BundleException("It cannot be judged again: " + e.getMessage(), e);
        } catch (TooManyWindowsException | ZoneMissingException e) {
            left.add("its limits cannot be judged: " + e.getMessage());
        }
    }

    private static JudgementDocument judgement(String text) {
        try {
            return JudgementDocument.read(text);
        } catch (RuntimeException e) {
            throw new BundleException("judgement.json cannot be read", e);
        }
    }

    private static Interval period(BundleMission m) {
        if (m.judgedFrom() == null && m.judgedTo() == null) {
            return null;
        }
        Instant from = m.judgedFrom() == null ? Instant.MIN : Instant.ofEpochMilli(m.judgedFrom());
        Instant to = m.judgedTo() == null ? Instant.MAX : Instant.ofEpochMilli(m.judgedTo());
        return Interval.of(from, to.isBefore(from) ? from : to);
    }

    private static List<Exclusion> exclusions(BundleMission m) {
        return m.excluded().stream()
                .map(x -> new Exclusion(
                        Interval.of(Instant.ofEpochMilli(x.from()), Instant.ofEpochMilli(x.to())),
                        Exclusion.Kind.valueOf(x.kind())))
                .toList();
    }

    private void audit() {
        int count = 0;
        try {
            for (JsonNode n : JSON.readTree(bundle.bytes(Bundle.AUDIT))) {
                AuditEntry e = new AuditEntry(
                        n.get("sequence").asLong(),
                        Instant.ofEpochMilli(n.get("at").asLong()),
                        n.get("who").asString(),
                        n.get("action").asString(),
                        n.get("subject").asString(),
                        n.get("before").asString(),
                        n.get("after").asString(),
                        n.get("reason").asString(),
                        n.get("previous").asString());
                if (!AuditChain.hash(e).equals(n.get("hash").asString())) {
                    troubles.add("Entry " + e.sequence() + " of the audit trail has another hash than it bears");
                }
                count++;
            }
        } catch (JacksonException | NullPointerException e) {
            throw new BundleException("audit.json cannot be read", e);
        }
        checked.add(count + " entries of the audit trail by their hashes");
    }

    private void signatures() {
        try {
            for (JsonNode n : JSON.readTree(bundle.bytes(Bundle.SIGNATURES))) {
                String who =
                        n.get("meaning").asString() + " by " + n.get("name").asString();
                String content = n.get("content").asString();
                if (!sha256(content).equals(n.get("contentSha256").asString())) {
                    troubles.add("What was " + who + " has another hash than was signed");
                    continue;
                }
                if (n.get("holds").asBoolean()) {
                    JsonNode signed = JSON.readTree(content);
                    holds(signed, who, "recordSha256", bundle.manifest().recordSha256());
                    holds(signed, who, "judgementSha256", bundle.manifest().judgementSha256());
                    if (bundle.signed()) {
                        holds(signed, who, "settingsSha256", bundle.sha256(Bundle.PLAN));
                    }
                }
            }
        } catch (JacksonException | NullPointerException e) {
            throw new BundleException("signatures.json cannot be read", e);
        }
        checked.add("signatures by what was signed");
    }

    private void holds(JsonNode signed, String who, String field, String here) {
        if (!signed.get(field).asString().equals(here)) {
            troubles.add("What was " + who + " is of another "
                    + Map.of("recordSha256", "record", "judgementSha256", "judgement", "settingsSha256", "plan")
                            .get(field));
        }
    }

    private static String sha256(String text) {
        return Sha256.of(text.getBytes(StandardCharsets.UTF_8));
    }

    /** In one sentence, with a full stop. */
    public static String told(Outcome o) {
        if (o.unreadable().isPresent() && o.troubles().isEmpty()) {
            return o.unreadable().get() + ".";
        }
        return o.proven()
                ? "It is sound, and from an installation that is trusted: " + String.join("; ", o.checked()) + "."
                : o.sound()
                        ? "It fits together: " + String.join("; ", o.checked()) + "."
                        : "It does not fit: " + o.troubles().stream().collect(Collectors.joining("; ")) + ".";
    }
}
