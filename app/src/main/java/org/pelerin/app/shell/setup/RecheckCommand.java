package org.pelerin.app.shell.setup;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.PelerinApplication;
import org.pelerin.app.organisation.anchor.AnchorCheck;
import org.pelerin.app.report.recheck.Recheck;
import org.pelerin.app.report.recheck.Rechecks;
import org.pelerin.core.plan.LimitText;
import org.springframework.boot.WebApplicationType;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * Holds all that is kept against what it follows from, for who is at the machine: without the web, and without the work that others wait for. One that
 * was broken off goes on where it was. Ends with 0 where all fits, with 1 where something does not, with 2
 * where something could not be checked, with 3 where what {@code --anchor} names cannot be read.
 */
public final class RecheckCommand {

    private RecheckCommand() {}

    public static void main(String[] args) {
        int code;
        try (ConfigurableApplicationContext context = new SpringApplicationBuilder(PelerinApplication.class)
                .web(WebApplicationType.NONE)
                .lazyInitialization(true)
                .logStartupInfo(false)
                .properties("logging.level.root=error", "spring.main.banner-mode=off", "pelerin.demo=false")
                .run()) {
            List<Path> files = anchors(args);
            AnchorCheck check = context.getBean(AnchorCheck.class);
            List<AnchorCheck.Outcome> outcomes = new ArrayList<>();
            for (Path file : files) {
                outcomes.add(check.of(file));
            }
            Recheck.Told told = context.getBean(Rechecks.class)
                    .now("system", (done, total) -> System.out.println(done + " of " + total + " missions"));
            told.troubles().forEach(t -> System.out.println(t.subject() + ": " + t.trouble() + "."));
            if (!told.check().audit().isEmpty()) {
                System.out.println("Audit trail: " + told.check().audit() + ".");
            }
            System.out.println(
                    told.fine()
                            ? "All that is kept fits: " + told.check().done() + " missions, and the audit trail."
                            : told.subjects() + " items do not fit; "
                                    + told.check().done() + " missions were checked.");
            outcomes.forEach(RecheckCommand::say);
            code = told.fine() && outcomes.stream().allMatch(o -> o.troubles().isEmpty())
                    ? outcomes.stream().allMatch(o -> o.unchecked().isEmpty()) ? 0 : 2
                    : 1;
        } catch (IllegalArgumentException | IOException e) {
            System.err.println(e instanceof IOException ? "It cannot be read: " + e.getMessage() : e.getMessage());
            code = 3;
        }
        System.exit(code);
    }

    /** Files that were named each by {@code --anchor}. */
    private static List<Path> anchors(String... args) {
        List<Path> out = new ArrayList<>();
        for (int i = 1; i < args.length; i++) {
            if (!args[i].equals("--anchor") || i + 1 == args.length) {
                throw new IllegalArgumentException(
                        "recheck takes --anchor and a file, as often as wanted, not “" + args[i] + "”");
            }
            out.add(Path.of(args[++i]));
        }
        return out;
    }

    private static void say(AnchorCheck.Outcome o) {
        o.troubles().forEach(t -> System.out.println("Audit trail: " + t + "."));
        o.unchecked().forEach(t -> System.out.println("Not checked: " + t + "."));
        if (o.troubles().isEmpty() && o.held() > 0) {
            System.out.println("The audit trail holds all " + LimitText.plain(o.held()) + " entries that were named.");
        }
    }
}
