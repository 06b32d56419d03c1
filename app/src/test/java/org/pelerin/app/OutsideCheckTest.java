package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SchemaLocation;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.Signature;
import java.security.SignatureException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.organisation.key.InstallationKeys;
import org.pelerin.app.organisation.key.KeyPurpose;
import org.pelerin.core.model.Input;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.AlarmLevel;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.FaultDirection;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.sensor.Correction;
import org.pelerin.core.sensor.Scaling;
import org.pelerin.core.sensor.Sensor;
import org.pelerin.proof.Bundle;

/** What somebody can tell of a bundle who has nothing but the documents: a script in another language, written from them, and their schemas. */
@Tag("bed")
@Timeout(240)
class OutsideCheckTest extends PageTest {

    private static final String WIRED = "PL-42005";
    private static final String PLAIN = "PL-18077";
    private static final Path FORMATS = Path.of("..", "docs", "formats");

    @TempDir
    Path folder;

    private static TestBed bed;
    private static Mission wired;
    private static Mission plain;

    /** A loop in °F with a correction and a low cut-off, a voltage by a polynomial in psi, contacts by their changes; and a plain one with excursions. */
    @BeforeAll
    static void collect() throws InterruptedException {
        bed = TestBed.get();
        Hands hands = new Hands(bed);
        hands.leave(WIRED, PLAIN);
        Sensor loop = Sensor.of("Loop", Input.CURRENT, new Scaling.TwoPoint(4, -40, 20, 85), "°C", -40, 85, 2);
        Sensor tank =
                Sensor.of("Tank", Input.VOLTAGE, new Scaling.Polynomial(List.of(0.1, 1.5, 0.02)), "bar", 0, 90, 3);
        long first = hands.write(
                WIRED,
                new Plan(
                        "rowan-a2",
                        "OUTSIDE",
                        Duration.ofMinutes(1),
                        null,
                        new StartCondition.Now(),
                        new StopCondition.MemoryFull(),
                        List.of(
                                channel("Feed", loop, "°F", new Correction.Linear(1.002, -0.15)),
                                channel("Tank", tank, "psi", Correction.NONE),
                                channel("Hatch", null, "", Correction.NONE)),
                        Map.of("contacts", "changes")));
        Plan air = Hands.alder(new StartCondition.Now());
        long second = hands.write(
                PLAIN,
                new Plan(
                        air.model(),
                        "OUTSIDE",
                        air.interval(),
                        air.start(),
                        air.stop(),
                        List.of(new ChannelSettings(
                                true,
                                "Air",
                                new Alarm(12, Duration.ofMinutes(10), true),
                                new Alarm(11, Duration.ofMinutes(4), true)))));
        hands.pass(Duration.ofDays(2));
        hands.collect(WIRED);
        hands.collect(PLAIN);
        wired = hands.mission(first);
        plain = hands.mission(second);
    }

    @AfterAll
    static void leave() throws InterruptedException {
        new Hands(bed).leave(WIRED, PLAIN);
    }

    private static ChannelSettings channel(String label, Sensor sensor, String unit, Correction correction) {
        List<AlarmLevel> levels = label.equals("Feed")
                ? List.of(new AlarmLevel(new Alarm(50, Duration.ofMinutes(2), false), null))
                : List.of();
        return new ChannelSettings(
                true, label, sensor, unit, correction, 0.01, FaultDirection.MISSING, null, null, levels);
    }

    private Path bundle(Mission m) throws IOException {
        byte[] bytes = page.request()
                .get(bed.address + "/missions/" + m.id() + "/bundle.zip")
                .body();
        return Files.write(folder.resolve(m.id() + ".zip"), bytes);
    }

    /** Its exit code, then all that it said. */
    private String script(String... args) throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(
                List.of("python3", "-B", FORMATS.resolve("check_bundle.py").toString()));
        command.addAll(List.of(args));
        Process p = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(p.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        return p.waitFor() + "\n" + said;
    }

    @Test
    void the_script_makes_values_figures_and_excursions_again_and_knows_who_signed() throws Exception {
        Path pem = Files.writeString(
                folder.resolve("c.pem"),
                page.request().get(bed.address + "/certificates.pem").text());
        assertThat(script("--trust", pem.toString(), bundle(plain).toString()))
                .startsWith("0\n")
                .contains("It is sound", "decoded from the capture", "the signature over the manifest")
                .containsPattern("checked: [1-9]\\d* excursions of 2 rules on values")
                .doesNotContain("not checked");
        assertThat(script("--trust", pem.toString(), bundle(wired).toString()))
                .startsWith("0\n")
                // two columns of 2 days, a value a minute, and the changes of a contact
                .containsPattern("checked: (57[5-9]|58[0-9])\\d values, decoded from the capture")
                .contains("the statistics of 2 channels");
        assertThat(script(bundle(plain).toString())).startsWith("2\n").contains("not checked: who it comes from");
    }

    @Test
    void the_script_finds_what_was_altered() throws Exception {
        Path good = bundle(plain);
        for (String name : List.of("series-1.csv", "judgement.json", "audit.json", "capture.zip", "manifest.json")) {
            Path altered = folder.resolve("altered.zip");
            Files.write(
                    altered, BundleTest.changed(Files.readAllBytes(good), Map.of(name, s -> s.replaceFirst("1", "2"))));
            assertThat(script(altered.toString())).as(name).startsWith("1\n");
        }
        Path without = folder.resolve("without.zip");
        Files.write(without, BundleTest.changed(Files.readAllBytes(good), Map.of("findings.json", s -> null)));
        assertThat(script(without.toString())).startsWith("1\n");
        // fitted to each other, and signed anew by the installation itself: the capture says otherwise
        Map<String, UnaryOperator<String>> lies = Map.of(
                "series-1.csv", text -> text.replaceFirst("(?<=\\n\\d{13},)\\d", "7"),
                "judgement.json", text -> text.replaceFirst("(?<=\"max\":)\\d", "7"));
        for (Map.Entry<String, UnaryOperator<String>> lie : lies.entrySet()) {
            byte[] fitted = BundleTest.fitted(Files.readAllBytes(good), lie.getKey(), lie.getValue());
            Path forged = Files.write(folder.resolve("forged.zip"), signedAnew(fitted));
            assertThat(script(forged.toString()))
                    .as(lie.getKey())
                    .startsWith("1\n")
                    .contains("checked: the signature over the manifest");
        }
        assertThat(script(Files.writeString(folder.resolve("x.zip"), "x").toString()))
                .startsWith("3\n")
                .doesNotContain("Traceback");
    }

    private static byte[] signedAnew(byte[] zip) throws Exception {
        Signature by = Signature.getInstance("Ed25519");
        by.initSign(bed.bean(InstallationKeys.class).signer(KeyPurpose.BUNDLE).key());
        BundleTest.changed(zip, Map.of("manifest.json", manifest -> {
            try {
                by.update(manifest.getBytes(StandardCharsets.ISO_8859_1));
            } catch (SignatureException e) {
                throw new IllegalStateException(e);
            }
            return manifest;
        }));
        String signature = Base64.getEncoder().encodeToString(by.sign()) + "\n";
        return BundleTest.changed(zip, Map.of("manifest.sig", s -> signature));
    }

    @Test
    void each_document_of_a_bundle_follows_its_schema() throws Exception {
        for (Mission m : List.of(plain, wired)) {
            try (ZipFile zip = new ZipFile(bundle(m).toFile())) {
                for (String name : List.of("manifest", "mission", "findings", "signatures", "audit")) {
                    assertThat(violations("bundle.schema.json#/$defs/" + name, text(zip, name + ".json")))
                            .as(name)
                            .isEmpty();
                }
                assertThat(violations("plan.schema.json", text(zip, "plan.json")))
                        .isEmpty();
                assertThat(violations("limits.schema.json", text(zip, "limits.json")))
                        .isEmpty();
                assertThat(violations("judgement.schema.json", text(zip, "judgement.json")))
                        .isEmpty();
                assertThat(violations("catalogue.schema.json", text(zip, Bundle.CATALOGUE)))
                        .isEmpty();
            }
        }
    }

    private static String text(ZipFile zip, String name) throws IOException {
        try (InputStream in = zip.getInputStream(zip.getEntry(name))) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    private static List<String> violations(String schema, String document) throws IOException {
        String[] named = schema.split("#");
        String text = Files.readString(FORMATS.resolve(named[0]));
        JsonSchemaFactory factory = JsonSchemaFactory.getInstance(
                SpecVersion.VersionFlag.V202012,
                b -> b.schemaLoaders(l -> l.schemas(Map.of("urn:pelerin:bundle:2", text))));
        JsonSchema s = named.length == 1
                ? factory.getSchema(text)
                : factory.getSchema(SchemaLocation.of("urn:pelerin:bundle:2#" + named[1]));
        return s.validate(document, InputFormat.JSON).stream()
                .map(v -> v.getInstanceLocation() + " " + v.getMessage())
                .toList();
    }
}
