package org.pelerin.proof;

import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;

/** {@code ./pelerin verify FILE…}: ends with 0 where all are sound, 1 where one is not, 3 where one cannot be read. */
public final class VerifyCommand {

    private static final int SOUND = 0;
    private static final int UNSOUND = 1;
    private static final int UNREADABLE = 3;

    private VerifyCommand() {}

    public static void main(String[] args) {
        System.exit(run(Arrays.asList(args), System.out, System.err));
    }

    static int run(List<String> files, PrintStream out, PrintStream err) {
        if (files.isEmpty()) {
            err.println("usage: verify FILE…, each a bundle");
            return UNREADABLE;
        }
        int worst = SOUND;
        for (String file : files) {
            worst = Math.max(worst, verify(file, out, err));
        }
        return worst;
    }

    private static int verify(String name, PrintStream out, PrintStream err) {
        Path file = Path.of(name);
        if (!Files.isRegularFile(file)) {
            err.println(name + ": there is no such file.");
            return UNREADABLE;
        }
        try (Bundle bundle = Bundle.open(file)) {
            BundleCheck.Outcome o = BundleCheck.of(bundle);
            Manifest m = bundle.manifest();
            out.println(name + ": mission " + m.mission() + " of " + m.serial()
                    + (m.house().isEmpty() ? "" : ", " + m.house()) + ". " + BundleCheck.told(o));
            o.left().forEach(l -> out.println(name + ": not checked: " + l + "."));
            return o.sound() ? SOUND : UNSOUND;
        } catch (BundleException e) {
            err.println(name + ": " + e.getMessage() + ".");
            return UNREADABLE;
        }
    }
}
