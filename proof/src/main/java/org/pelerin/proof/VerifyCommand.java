package org.pelerin.proof;

import java.io.IOException;
import java.io.InputStream;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;

/**
 * {@code ./pelerin verify [--trust CERT]… FILE…}: ends with 0 where all are sound and from an installation that is trusted, 2 where all fit together but
 * something could not be checked, 1 where one is altered, 3 where one cannot be read.
 */
public final class VerifyCommand {

    private static final int PROVEN = 0;
    private static final int ALTERED = 1;
    private static final int NOT_ALL_CHECKED = 2;
    private static final int UNREADABLE = 3;

    /** Which of several outcomes is told: what is altered is worse than what cannot be checked. */
    private static final List<Integer> WORST = List.of(PROVEN, NOT_ALL_CHECKED, ALTERED, UNREADABLE);

    private final PrintStream out;
    private final PrintStream err;

    private VerifyCommand(PrintStream out, PrintStream err) {
        this.out = out;
        this.err = err;
    }

    public static void main(String[] args) {
        System.exit(run(Arrays.asList(args), System.out, System.err));
    }

    /** @return its exit code */
    public static int run(List<String> args, PrintStream out, PrintStream err) {
        List<String> trusted = new ArrayList<>();
        List<String> files = new ArrayList<>();
        for (int i = 0; i < args.size(); i++) {
            if (!args.get(i).equals("--trust")) {
                files.add(args.get(i));
            } else if (i + 1 < args.size()) {
                trusted.add(args.get(++i));
            } else {
                files.clear();
                break;
            }
        }
        if (files.isEmpty()) {
            err.println(
                    "usage: verify [--trust CERTIFICATE]… FILE…, each file a bundle, a PDF or a signed file, each certificate a PEM file or its SHA-256");
            return UNREADABLE;
        }
        try {
            return new VerifyCommand(out, err).all(files, Trust.read(trusted));
        } catch (BundleException e) {
            err.println(e.getMessage() + ".");
            return UNREADABLE;
        }
    }

    private int all(List<String> files, Trust trust) {
        int worst = PROVEN;
        for (String file : files) {
            int one = verify(file, trust);
            worst = WORST.indexOf(one) > WORST.indexOf(worst) ? one : worst;
        }
        return worst;
    }

    private int verify(String name, Trust trust) {
        Path file = Path.of(name);
        if (!Files.isRegularFile(file)) {
            err.println(name + ": there is no such file.");
            return UNREADABLE;
        }
        try {
            byte[] head = head(file);
            if (PdfProof.is(head)) {
                return said(name, "PDF. ", PdfProof.of(Files.readAllBytes(file), trust));
            }
            Set<String> entries = entries(file);
            if (SignedFile.is(entries)) {
                return said(name, "signed file. ", SignedFile.check(file, trust));
            }
            if (isTable(head) || entries.contains("xl/workbook.xml")) {
                out.println(name + ": a table. It bears no signature of its own.");
                out.println(name
                        + ": not checked: its values. Verify it where it was made, or ask for it with its signature.");
                return NOT_ALL_CHECKED;
            }
        } catch (IOException e) {
            err.println(name + ": it cannot be read: " + e.getMessage() + ".");
            return UNREADABLE;
        }
        return bundle(name, file, trust);
    }

    private static byte[] head(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            return in.readNBytes(4096);
        }
    }

    /** Whether it begins as text whose first line has columns. */
    private static boolean isTable(byte[] head) {
        boolean columns = false;
        boolean first = true;
        for (byte b : head) {
            if (b >= 0 && b < ' ' && b != '\t' && b != '\n' && b != '\r') {
                return false;
            }
            first &= b != '\n' && b != '\r';
            columns |= first && (b == ',' || b == ';' || b == '\t');
        }
        return columns;
    }

    /** The names of what is in an archive; none of what is none. */
    private static Set<String> entries(Path file) {
        try (ZipFile zip = new ZipFile(file.toFile())) {
            return zip.stream().map(ZipEntry::getName).collect(Collectors.toSet());
        } catch (IOException e) {
            // told where it is opened as a bundle
            return Set.of();
        }
    }

    private int said(String name, String what, BundleCheck.Outcome o) {
        if (o.unreadable().isPresent() && o.troubles().isEmpty()) {
            err.println(name + ": " + BundleCheck.told(o));
            return UNREADABLE;
        }
        out.println(name + ": " + what + BundleCheck.told(o));
        o.left().forEach(l -> out.println(name + ": not checked: " + l + "."));
        return !o.sound() ? ALTERED : o.proven() ? PROVEN : NOT_ALL_CHECKED;
    }

    private int bundle(String name, Path file, Trust trust) {
        try (Bundle bundle = Bundle.open(file)) {
            BundleCheck.Outcome o = BundleCheck.of(bundle, trust);
            Manifest m = bundle.manifest();
            String house = m.house() == null || m.house().isEmpty() ? "" : ", " + m.house();
            return said(name, "mission " + m.mission() + " of " + m.serial() + house + ". ", o);
        } catch (BundleException e) {
            err.println(name + ": " + e.getMessage() + ".");
            return UNREADABLE;
        } catch (RuntimeException e) {
            err.println(name + ": it cannot be read: " + e.getMessage() + ".");
            return UNREADABLE;
        }
    }
}
