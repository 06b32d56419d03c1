package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.FormData;
import com.microsoft.playwright.options.RequestOptions;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.collect.CaptureStore;
import org.pelerin.app.collect.files.FileRestore;
import org.pelerin.app.findings.Finding;
import org.pelerin.app.findings.Findings;
import org.pelerin.app.findings.signing.Signing;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.judge.limits.LimitSets;
import org.pelerin.app.judge.limits.LimitsInForce;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.missions.SignedAs;
import org.pelerin.app.organisation.anchor.AnchorCheck;
import org.pelerin.app.organisation.key.InstallationKey;
import org.pelerin.app.organisation.key.InstallationKeys;
import org.pelerin.app.organisation.key.KeyPurpose;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.record.DerivedSeries;
import org.pelerin.app.record.JudgedRecords;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.report.recheck.MissionCheck;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.record.Exclusion;
import org.pelerin.proof.Bundle;
import org.pelerin.proof.BundleCheck;
import org.pelerin.proof.VerifyCommand;

/** A mission as a bundle: sound by itself, told where it was touched, and the same in another installation. */
@Tag("bed")
@Timeout(240)
class BundleTest extends PageTest {

    private static final String SERIAL = "PL-18033";

    private static TestBed bed;
    private static Mission m;
    private static byte[] bundle;

    /** Two days, judged by its alarms less an hour, with a mean of its own; its findings are settled, and it is reviewed. */
    @BeforeAll
    static void collect() throws InterruptedException {
        bed = TestBed.get();
        Hands hands = new Hands(bed);
        Plan plan = Hands.alder(new StartCondition.Now());
        long id = hands.write(
                SERIAL,
                new Plan(
                        plan.model(),
                        "BUNDLE",
                        plan.interval(),
                        plan.start(),
                        plan.stop(),
                        List.of(new ChannelSettings(true, "Air", new Alarm(12, Duration.ofMinutes(10), true), null))));
        hands.pass(Duration.ofDays(2));
        hands.collect(SERIAL);
        hands.leave(SERIAL);
        m = hands.mission(id);
        Instant first = m.records().firstAt();
        bed.bean(DerivedSeries.class)
                .add(m, "{\"name\": \"Calm\", \"movingMean\": {\"channel\": \"Air\", \"samples\": 3}}", false, "tech");
        bed.bean(JudgedRecords.class)
                .exclude(
                        m,
                        Exclusion.Kind.NOT_VALID,
                        first.plus(Duration.ofHours(5)),
                        first.plus(Duration.ofHours(6)),
                        "the probe was out",
                        "tech");
        bed.bean(Evaluation.class).again(id);
        Findings findings = bed.bean(Findings.class);
        for (Finding f : findings.about(id)) {
            if (findings.causes().stream().noneMatch(c -> c.name().equals("Too warm a room"))) {
                findings.addCause("Too warm a room", "tech");
            }
            long cause = findings.causes().stream()
                    .filter(c -> c.name().equals("Too warm a room"))
                    .findFirst()
                    .orElseThrow()
                    .id();
            if (f.state().waits()) {
                findings.say(f.id(), new Findings.Said(cause, "Cooled", "Nothing was there", null, null), "tech");
                findings.close(f.id(), "tech");
            }
        }
        bed.bean(Signing.class).sign(id, SignedAs.REVIEWED, "", "tech");
        m = hands.mission(id);
    }

    private byte[] bundle() {
        if (bundle == null) {
            bundle = page.request()
                    .get(bed.address + "/missions/" + m.id() + "/bundle.zip")
                    .body();
        }
        return bundle;
    }

    private static BundleCheck.Outcome checked(byte[] bytes) throws IOException {
        Path file = Files.createTempFile("bundle", ".zip");
        Files.write(file, bytes);
        try (Bundle b = Bundle.open(file)) {
            return BundleCheck.of(b, bed.bean(InstallationKeys.class).trust());
        } finally {
            Files.delete(file);
        }
    }

    /** With some entries changed; those that become null are left out. */
    static byte[] changed(byte[] zip, Map<String, UnaryOperator<String>> how) throws IOException {
        Map<String, byte[]> entries = new LinkedHashMap<>();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (ZipEntry e = in.getNextEntry(); e != null; e = in.getNextEntry()) {
                entries.put(e.getName(), in.readAllBytes());
            }
        }
        how.forEach((name, change) -> {
            byte[] was = entries.getOrDefault(name, new byte[0]);
            String now = change.apply(new String(was, StandardCharsets.ISO_8859_1));
            if (now == null) {
                entries.remove(name);
            } else {
                entries.put(name, now.getBytes(StandardCharsets.ISO_8859_1));
            }
        });
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream to = new ZipOutputStream(out)) {
            for (Map.Entry<String, byte[]> e : entries.entrySet()) {
                to.putNextEntry(new ZipEntry(e.getKey()));
                to.write(e.getValue());
                to.closeEntry();
            }
        }
        return out.toByteArray();
    }

    /** One that was never signed, as bundles of the version before were. */
    private static byte[] unsigned(byte[] zip) throws IOException {
        return changed(
                zip,
                Map.of(
                        "manifest.json",
                        m -> m.replaceFirst("\"version\" : 2", "\"version\" : 1"),
                        "manifest.sig",
                        s -> null,
                        "certificate.pem",
                        s -> null));
    }

    /** The manifest of an unsigned one made to fit a changed entry, as somebody would who knows the format. */
    private static byte[] forged(byte[] zip, String name, UnaryOperator<String> how) throws IOException {
        return fitted(unsigned(zip), name, how);
    }

    /** The manifest made to fit a changed entry, the signature left as it was. */
    static byte[] fitted(byte[] zip, String name, UnaryOperator<String> how) throws IOException {
        String[] hashes = new String[2];
        byte[] changed = changed(zip, Map.of(name, was -> {
            String now = how.apply(was);
            hashes[0] = Sha256.of(was.getBytes(StandardCharsets.ISO_8859_1));
            hashes[1] = Sha256.of(now.getBytes(StandardCharsets.ISO_8859_1));
            return now;
        }));
        return changed(changed, Map.of("manifest.json", m -> m.replace(hashes[0], hashes[1])));
    }

    @Test
    void it_is_sound_by_itself_and_every_touch_is_told() throws IOException {
        BundleCheck.Outcome o = checked(bundle());
        assertThat(o.troubles()).isEmpty();
        assertThat(o.checked())
                .anySatisfy(c -> assertThat(c).startsWith("the capture"))
                .contains("every value, decoded from the capture again", "the judgement, made again");
        assertThat(o.left()).isEmpty();

        assertThat(checked(changed(bundle(), Map.of("series-1.csv", s -> null))).troubles())
                .contains("“series-1.csv” is missing");
        assertThat(checked(changed(bundle(), Map.of("more.txt", s -> "x"))).troubles())
                .contains("“more.txt” is in it, and the manifest does not name it");
        assertThat(checked(changed(bundle(), Map.of("judgement.json", s -> s.replace("excursions", "within"))))
                        .troubles())
                .contains("“judgement.json” is not what the manifest names");
        // who makes the manifest fit, too, is found out by what follows from the capture
        assertThat(checked(forged(bundle(), "judgement.json", s -> s.replace("\"excursions\",", "\"within\",")))
                        .troubles())
                .containsAnyOf(
                        "The judgement is not what is judged of this record by these limits",
                        "What was reviewed by Technician is of another judgement");
        assertThat(checked(forged(bundle(), "series-1.csv", s -> s.replaceFirst("(?m)^(\\d+),[^\\n]*$", "$1,5.5")))
                        .troubles())
                .contains("“series-1.csv” is not what its record holds, from line 2 on");
        assertThat(checked(forged(bundle(), "limits.json", s -> s.replace("12", "40")))
                        .troubles())
                .contains("The judgement is not what is judged of this record by these limits");
        assertThat(checked(forged(bundle(), "audit.json", s -> s.replace("the probe was out", "the probe fell off")))
                        .troubles())
                .anySatisfy(t -> assertThat(t).contains("of the audit trail has another hash than it bears"));
        assertThat(checked(forged(bundle(), "signatures.json", s -> s.replace("Cooled", "Heated")))
                        .troubles())
                .contains("What was reviewed by Technician has another hash than was signed");
    }

    @Test
    void whatever_is_altered_or_taken_out_breaks_its_signature() throws Exception {
        BundleCheck.Outcome o = checked(bundle());
        assertThat(o.proven()).isTrue();
        assertThat(o.origin()).hasValueSatisfying(x -> assertThat(x.trusted()).isTrue());
        // what nothing else in it tells of
        for (String name : List.of("findings.json", "mission.json", "audit.json", "signatures.json")) {
            assertThat(checked(fitted(bundle(), name, s -> s.replace("\n", " \n")))
                            .troubles())
                    .contains("Its manifest is not what was signed by the key of its certificate");
        }
        assertThat(checked(fitted(bundle(), "audit.json", s -> "[]")).troubles())
                .contains("Its manifest is not what was signed by the key of its certificate");
        // taken out, and the manifest made to fit
        for (String name : List.of("capture.zip", "signatures.json", "findings.json", "audit.json")) {
            byte[] without = changed(
                    changed(unsigned(bundle()), Map.of(name, s -> null)),
                    Map.of("manifest.json", s -> s.replaceAll(",\\s*" + part(name) + "|" + part(name) + "\\s*,", "")));
            assertThat(checked(without).sound()).as(name).isFalse();
        }
        assertThat(checked(changed(bundle(), Map.of("manifest.sig", s -> null))).troubles())
                .contains("“manifest.sig” is missing: it is not signed any more");
        // one of before fits together, and cannot say who it comes from
        BundleCheck.Outcome before = checked(unsigned(bundle()));
        assertThat(before.sound()).isTrue();
        assertThat(before.proven()).isFalse();
        assertThat(before.left()).anySatisfy(l -> assertThat(l).contains("were not signed"));
    }

    /** What the manifest says of an entry. */
    private static String part(String name) {
        return "\\{\\s*\"name\" : \"" + name.replace(".", "\\.") + "\"[^}]*\\}";
    }

    @Test
    void the_command_tells_by_certificate_or_fingerprint_where_it_comes_from() throws Exception {
        Path folder = Files.createTempDirectory("bundles");
        String good = Files.write(folder.resolve("good.zip"), bundle()).toString();
        String certificates =
                page.request().get(bed.address + "/certificates.pem").text();
        String pem = Files.writeString(folder.resolve("c.pem"), certificates).toString();
        InstallationKeys keys = bed.bean(InstallationKeys.class);
        InstallationKey ours = keys.all().stream()
                .filter(k -> k.purpose() == KeyPurpose.BUNDLE && k.inUse())
                .findFirst()
                .orElseThrow();
        assertThat(command("--trust", pem, good)).isEqualTo("0");
        assertThat(command("--trust", ours.fingerprint(), good)).isEqualTo("0");
        assertThat(command(good))
                .startsWith("2")
                .contains(
                        "no certificate was named to trust", ours.fingerprint().substring(0, 8));
        assertThat(command("--trust", "0".repeat(64), good)).startsWith("2").contains("by another installation");
        String altered = Files.write(
                        folder.resolve("altered.zip"),
                        fitted(bundle(), "findings.json", s -> s.replace("Cooled", "Heated")))
                .toString();
        assertThat(command("--trust", pem, altered, good)).startsWith("1");
        String broken = Files.write(
                        folder.resolve("broken.zip"), forged(bundle(), "judgement.json", s -> s.substring(0, 40)))
                .toString();
        assertThat(command("--trust", pem, broken)).startsWith("3").doesNotContain("Exception");
        assertThat(command("--trust", folder.resolve("none.pem").toString(), good))
                .startsWith("3");
        // another key from now on: what was signed before stays ours
        keys.rotate(KeyPurpose.BUNDLE, "tech");
        assertThat(checked(bundle()).proven()).isTrue();
        byte[] newer = page.request()
                .get(bed.address + "/missions/" + m.id() + "/bundle.zip")
                .body();
        assertThat(checked(newer).origin().orElseThrow().fingerprint()).isNotEqualTo(ours.fingerprint());
        assertThat(command(
                        "--trust",
                        pem,
                        Files.write(folder.resolve("newer.zip"), newer).toString()))
                .startsWith("2");
    }

    /** Its exit code, and what it said where that was not 0. */
    private static String command(String... args) {
        ByteArrayOutputStream said = new ByteArrayOutputStream();
        PrintStream out = new PrintStream(said, true, StandardCharsets.UTF_8);
        int code = VerifyCommand.run(List.of(args), out, out);
        return code + (code == 0 ? "" : " " + said.toString(StandardCharsets.UTF_8));
    }

    @Test
    void it_is_verified_where_it_came_from() {
        page.navigate(bed.address + "/verify");
        page.setInputFiles("input[type=file]", new FilePayload("bundle.zip", "application/zip", bundle()));
        page.locator("button:has-text('Verify file')").click();
        assertThat(page.locator("h1"))
                .containsText("✓ The file is genuine. It is mission " + m.id()
                        + ", signed here, with the same record, verdict, findings, documentation and signatures");
    }

    @Test
    void another_installation_takes_it_in_and_comes_to_the_same_hashes() throws Exception {
        byte[] zip = bundle();
        try (PrivateDatabase database = new PrivateDatabase()) {
            TestBed other = TestBed.with(database);
            try (BrowserContext elsewhere = bed.browser().newContext()) {
                Page there = TestBed.signedIn(elsewhere, other.address);
                verify(there, other.address, zip);
                assertThat(there.locator("h1")).containsText("✓ The file is sound.");
                assertThat(there.locator("#verify h2")).hasText("Checks");
                assertThat(there.locator(".differences")).containsText("every value, decoded from the capture again");
                // sound by itself, and from a place whose name is too long: nothing of it stays behind
                byte[] nowhere = forged(
                        zip,
                        "mission.json",
                        was -> was.replaceFirst(
                                "\"spot\" *: *[^,]*,",
                                "\"site\" : \"Far\", \"spot\" : \"" + "away ".repeat(200) + "\","));
                assertThat(checked(nowhere).troubles()).isEmpty();
                verify(there, other.address, nowhere);
                take(there);
                assertThat(there.locator("main [role=alert]")).containsText("cannot be stored here");
                assertThat(there.locator("button:has-text('Import bundle')")).isVisible();
                assertThat(other.bean(MissionQueries.class)
                                .ofDevice(SERIAL, m.device().missionNumber()))
                        .isEmpty();
                assertThat(other.bean(PlaceService.class).sites())
                        .noneMatch(x -> x.name().equals("Far"));
                verify(there, other.address, zip);
                String check = there.url();
                long id = taken(there);
                assertThat(there.locator("button:has-text('Import bundle')")).hasCount(0);
                assertThat(there.request()
                                .post(
                                        check + "/import",
                                        RequestOptions.create()
                                                .setForm(FormData.create()
                                                        .set(
                                                                "_csrf",
                                                                there.locator("input[name=_csrf]")
                                                                        .first()
                                                                        .getAttribute("value"))))
                                .status())
                        .isEqualTo(200);
                there.navigate(check);
                assertThat(there.locator("main [role=status]"))
                        .hasText("Imported as mission " + id + ". Record and verdict are the same as at the origin.");
                Mission taken = other.bean(MissionQueries.class).find(id).orElseThrow();
                assertThat(other.bean(CaptureStore.class).reckoned(id))
                        .isEqualTo(bed.bean(CaptureStore.class).reckoned(m.id()));
                assertThat(other.bean(Evaluation.class).text(taken))
                        .isEqualTo(bed.bean(Evaluation.class).text(m));
                assertThat(other.bean(SeriesStore.class).recorded(taken).get(0).axis())
                        .isEqualTo(
                                bed.bean(SeriesStore.class).recorded(m).get(0).axis());
                assertThat(other.bean(MissionCheck.class).troubles(id)).isEmpty();
                // a second time it is told
                verify(there, other.address, zip);
                assertThat(there.locator("h1")).containsText("It holds the record of mission " + id);
                anchors(other, zip);
                ofAFile(there, other);
            } finally {
                other.app.close();
            }
        }
    }

    /** What another installation handed out, and what fits no more, says nothing of a trail; what this one handed out does. */
    private static void anchors(TestBed other, byte[] zip) throws Exception {
        Path folder = Files.createTempDirectory("heads");
        Path bundle = Files.write(folder.resolve("bundle.zip"), zip);
        Path pdf = Files.write(folder.resolve("report.pdf"), MadeReports.ofMission(bed, m.id()));
        Path altered = Files.write(folder.resolve("altered.zip"), fitted(zip, "audit.json", s -> "[]"));
        for (Path file : List.of(bundle, pdf)) {
            AnchorCheck.Outcome here = bed.bean(AnchorCheck.class).of(file);
            assertThat(here.troubles()).as("%s", here).isEmpty();
            assertThat(here.unchecked()).as("%s", here).isEmpty();
            assertThat(here.held()).isPositive();
            AnchorCheck.Outcome there = other.bean(AnchorCheck.class).of(file);
            assertThat(there.troubles()).isEmpty();
            assertThat(there.unchecked()).anyMatch(u -> u.contains("is not signed by a key of this installation"));
        }
        assertThat(bed.bean(AnchorCheck.class).of(altered))
                .isEqualTo(
                        new AnchorCheck.Outcome(
                                0,
                                List.of(),
                                List.of(
                                        "altered.zip is not consistent: Its manifest is not what was signed by the key of its certificate")));
    }

    /** One whose record was made of a file, with decimal commas and the clock of Paris, out for two hours. */
    private void ofAFile(Page there, TestBed other) throws IOException {
        StringBuilder csv = new StringBuilder("Zeit;Luft\n");
        for (int h = 0; h < 24; h++) {
            csv.append(String.format("2026-03-%02d %02d:00;%s\n", 1, h, h == 5 || h == 6 ? "8,25" : "4,5"));
        }
        String layout = """
                {"name": "cold room.csv", "sheet": -1, "charset": "UTF-8", "delimiter": ";",
                 "layout": {"skipped": 1, "decimal": ",", "order": "YEAR_FIRST", "zone": "Europe/Paris", "columns": [
                   {"role": "INSTANT", "name": "", "unit": ""}, {"role": "VALUE", "name": "Luft", "unit": "°C"}]},
                 "merge": "NONE", "sort": false, "device": "Cold room recorder"}""";
        long file = bed.bean(FileRestore.class)
                .restore(new ByteArrayInputStream(csv.toString().getBytes(StandardCharsets.UTF_8)), layout, "tech");
        Mission made = bed.bean(MissionQueries.class).find(file).orElseThrow();
        Limits limits = new Limits(
                "Cool", List.of(Rule.of("high", "Luft", new Bound.Above(8), Lasting.delay(Duration.ofHours(1)))));
        bed.bean(LimitsInForce.class)
                .say(made, bed.bean(LimitSets.class).create("Cool", limits, "tech"), "trial", "tech");
        bed.bean(Evaluation.class).again(file);
        byte[] zip = page.request()
                .get(bed.address + "/missions/" + file + "/bundle.zip")
                .body();
        BundleCheck.Outcome sound = checked(zip);
        assertThat(sound.troubles()).isEmpty();
        assertThat(sound.left()).isEmpty();
        assertThat(sound.checked()).contains("every value, read from its file again", "the judgement, made again");
        assertThat(checked(forged(zip, "series-1.csv", was -> was.replaceFirst("8.25", "7.25")))
                        .troubles())
                .contains("“series-1.csv” is not what its record holds, from line 7 on");
        assertThat(checked(forged(zip, "layout.json", was -> was.replace("Europe/Paris", "Europe/London")))
                        .troubles())
                .contains("“series-1.csv” is not what its record holds, from line 2 on");
        for (UnaryOperator<String> broken : List.<UnaryOperator<String>>of(
                was -> "[]",
                was -> was.replace("\"Luft\"", "null"),
                was -> was.replace("INSTANT", "IGNORED"),
                was -> was.replace("Europe/Paris", "Nowhere"))) {
            assertThat(checked(forged(zip, "layout.json", broken)).unreadable())
                    .hasValueSatisfying(u -> assertThat(u).startsWith("layout.json cannot be read"));
        }
        assertThat(checked(forged(zip, "layout.json", was -> was.replace("UTF-8", "no code")))
                        .troubles())
                .singleElement()
                .asString()
                .startsWith("The file that it was made of cannot be read as layout.json says");

        verify(there, other.address, zip);
        long id = taken(there);
        Mission taken = other.bean(MissionQueries.class).find(id).orElseThrow();
        assertThat(taken.records().verdict()).isEqualTo("excursions");
        assertThat(other.bean(Evaluation.class).text(taken))
                .isEqualTo(bed.bean(Evaluation.class).text(made));
        assertThat(other.bean(MissionCheck.class).troubles(id)).isEmpty();
        verify(there, other.address, zip);
        assertThat(there.locator("h1")).containsText("It holds the record of mission " + id);
        assertThatThrownBy(() -> other.bean(FileRestore.class)
                        .restore(
                                new ByteArrayInputStream(csv.toString().getBytes(StandardCharsets.UTF_8)),
                                layout,
                                "tech"))
                .hasMessage("The same file is already mission " + id);
    }

    private static void verify(Page there, String address, byte[] zip) {
        there.navigate(address + "/verify");
        there.setInputFiles("input[type=file]", new FilePayload("bundle.zip", "application/zip", zip));
        there.locator("button:has-text('Verify file')").click();
    }

    private static void take(Page there) {
        there.locator("button:has-text('Import bundle')").click();
    }

    /** Imports it without a difference. @return the mission's number there */
    private static long taken(Page there) {
        take(there);
        Locator link = there.locator("main [role=status] a");
        assertThat(there.locator("main [role=status]"))
                .containsText("Record and verdict are the same as at the origin.");
        return Long.parseLong(link.getAttribute("href").replaceAll(".*/missions/(\\d+).*", "$1"));
    }
}
