package org.pelerin.app.report.verify;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.pelerin.app.collect.files.FileService;
import org.pelerin.app.collect.files.SourceHash;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.organisation.HouseService;
import org.pelerin.app.organisation.key.InstallationKeys;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.CutList;
import org.pelerin.app.platform.text.JsonDifferences;
import org.pelerin.app.report.bundle.BundleExport;
import org.pelerin.proof.Bundle;
import org.pelerin.proof.BundleCheck;
import org.pelerin.proof.BundleException;
import org.pelerin.proof.Manifest;
import org.pelerin.proof.Trust;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A bundle that is given: sound or not by itself, and whether it is a mission of here. */
@Component
class BundleVerification {

    private static final int MOST_DIFFERENCES = 40;
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final MissionQueries missions;
    private final FileService files;
    private final SourceHash source;
    private final InstallationKeys keys;
    private final BundleExport export;
    private final HouseService house;
    private final AuditTrail audit;

    BundleVerification(
            MissionQueries missions,
            FileService files,
            SourceHash source,
            InstallationKeys keys,
            BundleExport export,
            HouseService house,
            AuditTrail audit) {
        this.export = export;
        this.house = house;
        this.audit = audit;
        this.keys = keys;
        this.missions = missions;
        this.files = files;
        this.source = source;
    }

    Verified check(byte[] bytes) {
        try {
            Path file = Files.createTempFile("pelerin-bundle", ".zip");
            try {
                Files.write(file, bytes);
                try (Bundle bundle = Bundle.open(file)) {
                    return check(bundle);
                }
            } catch (BundleException e) {
                return Verified.unknown(Texts.stored("stored.bundleVerification.aBundle"), e.getMessage());
            } finally {
                Files.deleteIfExists(file);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private Verified check(Bundle bundle) {
        Manifest m = bundle.manifest();
        String what = Texts.stored(
                "stored.bundleVerification.bundleOfMissionOf",
                "mission",
                m.mission(),
                "serial",
                m.serial(),
                "isBlank",
                (m.house().isBlank() ? "" : ", " + m.house()));
        BundleCheck.Outcome o = BundleCheck.of(bundle, keys.trust());
        if (o.unreadable().isPresent() && o.troubles().isEmpty()) {
            return Verified.unknown(what, o.unreadable().get());
        }
        if (!o.sound()) {
            return Verified.other(
                    what, Texts.stored("stored.bundleVerification.theBundleIsNotConsistent"), o.troubles(), null);
        }
        // what was removed is there no more, and the bundle stands for itself
        Optional<Mission> here = here(bundle, m)
                .filter(x -> !x.removed())
                .filter(x -> source.of(x.id()).orElse("").equals(m.recordSha256()));
        if (here.isEmpty()) {
            return Verified.bundle(
                    what,
                    o.proven()
                            ? Texts.stored("stored.bundleVerification.theBundleIsSoundAnd")
                            : Texts.stored("stored.bundleVerification.theBundleIsConsistentAnd"),
                    Stream.concat(
                                    o.checked().stream(),
                                    o.left().stream()
                                            .map(l -> Texts.stored("stored.bundleVerification.notChecked", "l", l)))
                            .toList());
        }
        if (!o.proven() && o.origin().isPresent()) {
            return Verified.sound(
                    what,
                    Texts.stored(
                            "stored.bundleVerification.itHoldsTheRecordOf",
                            "id",
                            here.get().id(),
                            "name",
                            o.origin().get().name(),
                            "grouped",
                            Trust.grouped(o.origin().get().fingerprint())));
        }
        return compared(bundle, here.get(), m, o.proven(), what);
    }

    /** What it says beside the record, held against what is here. Without a signature of ours, whatever differs may have been put in. */
    private Verified compared(Bundle bundle, Mission here, Manifest m, boolean proven, String what) {
        List<String> differs = new ArrayList<>();
        if (!m.house().equals(house.house().name())) {
            differs.add("organisation: “" + m.house() + "” → “" + house.house().name() + "”");
        }
        export.documents(here).forEach((name, now) -> {
            String document = name.replace(".json", "");
            try {
                JsonDifferences.of(bundle.text(name), now).stream()
                        .map(d -> document + " " + d)
                        .forEach(differs::add);
            } catch (JacksonException e) {
                differs.add(Texts.stored("stored.bundleVerification.cannotBeRead", "document", document));
            }
        });
        differs.addAll(entries(bundle));
        String page = "/missions/" + here.id();
        String id = Texts.stored("stored.bundleVerification.missionId", "id", here.id());
        if (differs.isEmpty()) {
            return Verified.same(
                    what,
                    Texts.stored("stored.bundleVerification.itIsWithTheSame", "id", id, "proven", proven),
                    differs,
                    page);
        }
        List<String> some = CutList.of(differs, MOST_DIFFERENCES);
        return proven
                ? Verified.same(
                        what, Texts.stored("stored.bundleVerification.itIsSignedHereWith", "id", id), some, page)
                : Verified.other(
                        what, Texts.stored("stored.bundleVerification.itHasTheRecordOf", "id", id), some, page);
    }

    /** Entries of the audit trail in it that are not those of here; the trail only grows, so that none ever differs. */
    private List<String> entries(Bundle bundle) {
        List<String> out = new ArrayList<>();
        for (JsonNode e : JSON.readTree(bundle.text(Bundle.AUDIT))) {
            long sequence = e.path("sequence").asLong(0);
            String hash = e.path("hash").asString("");
            if (!audit.hash(sequence).filter(hash::equals).isPresent()) {
                out.add(Texts.stored("stored.bundleVerification.entryOfTheAuditTrail", "sequence", sequence));
            }
        }
        return out;
    }

    private Optional<Mission> here(Bundle bundle, Manifest m) {
        return bundle.has(Bundle.CAPTURE)
                ? missions.ofDevice(m.serial(), bundle.mission().number())
                : files.taken(m.recordSha256()).flatMap(missions::find);
    }
}
