package org.pelerin.app.report.verify;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.pelerin.app.collect.files.FileService;
import org.pelerin.app.collect.files.SourceHash;
import org.pelerin.app.house.key.InstallationKeys;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionService;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.proof.Bundle;
import org.pelerin.proof.BundleCheck;
import org.pelerin.proof.BundleException;
import org.pelerin.proof.Manifest;
import org.springframework.stereotype.Component;

/** A bundle that is given: sound or not by itself, and whether it is a mission of here. */
@Component
class BundleVerification {

    private final MissionService missions;
    private final FileService files;
    private final SourceHash source;
    private final Evaluation evaluation;

    private final InstallationKeys keys;

    BundleVerification(
            MissionService missions,
            FileService files,
            SourceHash source,
            Evaluation evaluation,
            InstallationKeys keys) {
        this.keys = keys;
        this.missions = missions;
        this.files = files;
        this.source = source;
        this.evaluation = evaluation;
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
                return Verified.unknown("a bundle", e.getMessage());
            } finally {
                Files.deleteIfExists(file);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private Verified check(Bundle bundle) {
        Manifest m = bundle.manifest();
        String what = "Bundle of mission " + m.mission() + " of " + m.serial()
                + (m.house().isBlank() ? "" : ", " + m.house());
        BundleCheck.Outcome o = BundleCheck.of(bundle, keys.trust());
        if (o.unreadable().isPresent() && o.troubles().isEmpty()) {
            return Verified.unknown(what, o.unreadable().get());
        }
        if (!o.sound()) {
            return Verified.other(what, "The bundle does not fit by itself", o.troubles(), null);
        }
        Optional<Mission> here =
                here(bundle, m).filter(x -> source.of(x.id()).orElse("").equals(m.recordSha256()));
        if (here.isEmpty()) {
            return Verified.bundle(
                    what,
                    (o.proven()
                                    ? "The bundle is sound, and signed here; its mission is not home here any more: "
                                    : "The bundle fits together, and is not of a mission that is home here: ")
                            + String.join("; ", o.checked())
                            + o.left().stream().map(l -> "; not checked: " + l).collect(Collectors.joining()));
        }
        List<String> differs = new ArrayList<>();
        String judgement = Sha256.of(evaluation.text(here.get()).getBytes(StandardCharsets.UTF_8));
        if (!judgement.equals(m.judgementSha256())) {
            differs.add("Mission " + here.get().id() + " is judged otherwise now");
        }
        return Verified.same(
                what,
                "It is mission " + here.get().id() + (o.proven() ? ", signed here," : ",") + " with the same record"
                        + (differs.isEmpty() ? " and the same judgement" : ""),
                differs,
                "/missions/" + here.get().id());
    }

    private Optional<Mission> here(Bundle bundle, Manifest m) {
        return bundle.has(Bundle.CAPTURE)
                ? missions.ofDevice(m.serial(), bundle.mission().number())
                : files.taken(m.recordSha256()).flatMap(missions::find);
    }
}
