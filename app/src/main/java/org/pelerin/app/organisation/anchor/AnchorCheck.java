package org.pelerin.app.organisation.anchor;

import java.io.BufferedReader;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.cert.X509Certificate;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.organisation.key.InstallationKey;
import org.pelerin.app.organisation.key.InstallationKeys;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.proof.Bundle;
import org.pelerin.proof.BundleCheck;
import org.pelerin.proof.BundleException;
import org.pelerin.proof.Ed25519;
import org.pelerin.proof.PdfLimits;
import org.pelerin.proof.PdfProof;
import org.pelerin.proof.Trust;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Heads of the audit trail from elsewhere, held against the trail: a file of them, a bundle, whose entries bear their hashes, or the PDF of a report. What
 * fits needs no signature. What does not accuses the trail only where a key of this installation signed it.
 */
@Component
public class AnchorCheck {

    private static final int AT_ONCE = 500;
    private static final int LONGEST_LINE = 4000;
    private static final Pattern PRINTED = Pattern.compile("entry\\s+(\\d{1,18})\\s+((?:[0-9a-f]\\s*){64})");
    private static final DateTimeFormatter WHEN = DateTimeFormatter.ofPattern(
                    "d MMM uuuu, HH:mm:ss 'UTC'", Locale.ENGLISH)
            .withZone(ZoneOffset.UTC);
    private static final JsonMapper JSON = JsonMapper.builder().build();

    /**
     * @param held how many heads the trail was held against
     * @param troubles where it is another, without full stops
     * @param unchecked what could not be checked, and why
     */
    public record Outcome(long held, List<String> troubles, List<String> unchecked) {}

    private final AuditTrail audit;
    private final InstallationKeys keys;

    AnchorCheck(AuditTrail audit, InstallationKeys keys) {
        this.audit = audit;
        this.keys = keys;
    }

    /** @throws IOException if it cannot be read */
    public Outcome of(Path file) throws IOException {
        Gathered out = new Gathered(file.getFileName().toString());
        byte[] begin = new byte[5];
        int read;
        try (var in = Files.newInputStream(file)) {
            read = in.readNBytes(begin, 0, begin.length);
        }
        String start = new String(begin, 0, read, StandardCharsets.ISO_8859_1);
        if (start.startsWith("PK")) {
            bundle(file, out);
        } else if (start.equals("%PDF-")) {
            pdf(file, out);
        } else {
            lines(file, out);
        }
        out.compare();
        if (out.held == 0 && out.unchecked.isEmpty()) {
            out.unchecked.add(Texts.stored("stored.anchorCheck.holdsNoHeadOfAn", "name", out.name));
        }
        return new Outcome(out.held, out.troubles, out.unchecked);
    }

    private void lines(Path file, Gathered out) throws IOException {
        long number = 0;
        try (BufferedReader in = Files.newBufferedReader(file, StandardCharsets.ISO_8859_1)) {
            for (String line = in.readLine(); line != null; line = in.readLine()) {
                number++;
                if (line.isBlank()) {
                    continue;
                }
                Optional<Anchor> anchor = line.length() > LONGEST_LINE ? Optional.empty() : Anchor.read(line);
                if (anchor.isPresent()) {
                    out.add(anchor.get());
                } else {
                    out.unread(number);
                }
            }
        }
    }

    private void bundle(Path file, Gathered out) {
        try (Bundle bundle = Bundle.open(file)) {
            BundleCheck.Outcome o = BundleCheck.of(bundle, keys.trust());
            if (!o.sound()) {
                out.unchecked.add(Texts.stored(
                        "stored.anchorCheck.isNotConsistent",
                        "name",
                        out.name,
                        "why",
                        o.unreadable().orElseGet(() -> o.troubles().get(0))));
                return;
            }
            out.ours = o.proven();
            for (JsonNode e : JSON.readTree(bundle.text(Bundle.AUDIT))) {
                out.add(Anchor.bare(e.path("sequence").asLong(0), e.path("hash").asString("")));
            }
        } catch (BundleException | JacksonException e) {
            out.unchecked.add(
                    Texts.stored("stored.anchorCheck.cannotBeReadAsA", "name", out.name, "reason", e.getMessage()));
        }
    }

    private void pdf(Path file, Gathered out) throws IOException {
        byte[] pdf = Files.readAllBytes(file);
        Optional<String> refusal = PdfLimits.refusal(pdf);
        if (refusal.isPresent()) {
            out.unchecked.add(out.name + ": " + refusal.get());
            return;
        }
        out.ours = PdfProof.of(pdf, keys.trust()).proven();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            Matcher m = PRINTED.matcher(new PDFTextStripper().getText(document));
            while (m.find()) {
                out.add(Anchor.bare(Long.parseLong(m.group(1)), m.group(2).replaceAll("\\s", "")));
            }
        } catch (IOException | RuntimeException e) {
            out.unchecked.add(Texts.stored("stored.anchorCheck.cannotBeReadAsA2", "name", out.name));
        }
    }

    /** What is found of one file, compared some hundred at a time. */
    private final class Gathered {

        private static final int MOST = 20;

        private final String name;
        private final List<Anchor> waiting = new ArrayList<>();
        private final List<String> troubles = new ArrayList<>();
        private final List<String> unchecked = new ArrayList<>();
        private long held;
        private long unread;
        /** Whether the file itself is signed by a key of this installation, so that what it says needs no signature of its own. */
        private boolean ours;

        Gathered(String name) {
            this.name = name;
        }

        void add(Anchor a) {
            if (a.sequence() > 0) {
                waiting.add(a);
            }
            if (waiting.size() >= AT_ONCE) {
                compare();
            }
        }

        /** A line that was cut off, by a full disk or a kill, accuses nobody. */
        void unread(long line) {
            if (unread++ == 0) {
                unchecked.add(Texts.stored("stored.anchorCheck.lineIsNoHeadOf", "name", name, "line", line));
            }
        }

        void compare() {
            Map<Long, String> is =
                    audit.hashes(waiting.stream().map(Anchor::sequence).toList());
            for (Anchor a : waiting) {
                held++;
                if (!a.hash().equals(is.get(a.sequence()))) {
                    other(a, is.get(a.sequence()));
                }
            }
            waiting.clear();
        }

        private void other(Anchor a, String is) {
            String words = Texts.stored(
                    "stored.anchorCheck.entryTheTrailWasCut",
                    "sequence",
                    a.sequence(),
                    "is",
                    is == null,
                    "at",
                    (a.at() == null
                            ? ""
                            : Texts.stored("stored.anchorCheck.afterFormat", "format", WHEN.format(a.at()))));
            List<String> to = ours || known(a) ? troubles : unchecked;
            if (to.size() < MOST) {
                to.add(
                        to == troubles
                                ? Texts.stored("stored.anchorCheck.accordingTo", "name", name, "words", words)
                                : Texts.stored(
                                        "stored.anchorCheck.differsFromTheTrailAt",
                                        "name",
                                        name,
                                        "sequence",
                                        a.sequence(),
                                        "more",
                                        (a.certificate().isEmpty()
                                                ? ""
                                                : Texts.stored(
                                                        "stored.anchorCheck.certificateGrouped",
                                                        "grouped",
                                                        Trust.grouped(a.certificate())))));
            }
        }
    }

    private boolean known(Anchor a) {
        return keys.all().stream()
                .filter(k -> k.fingerprint().equals(a.certificate()))
                .map(AnchorCheck::certificate)
                .anyMatch(c -> Ed25519.fits(a.signed(), a.signature(), c));
    }

    private static X509Certificate certificate(InstallationKey k) {
        return Trust.certificates(k.certificate().getBytes(StandardCharsets.US_ASCII))
                .get(0);
    }
}
