package org.pelerin.app.setup;

import org.pelerin.app.PelerinApplication;
import org.pelerin.app.report.recheck.Recheck;
import org.pelerin.app.report.recheck.Rechecks;
import org.springframework.boot.WebApplicationType;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * Holds all that is kept against what it follows from, for who is at the machine: without the web, and without the work that others wait for. One that
 * was broken off goes on where it was. Ends with 0 where all fits, with 1 where something does not.
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
            Recheck.Told told = context.getBean(Rechecks.class)
                    .now("system", (done, total) -> System.out.println(done + " of " + total + " missions"));
            told.troubles().forEach(t -> System.out.println("Mission " + t.mission() + ": " + t.trouble() + "."));
            if (!told.check().audit().isEmpty()) {
                System.out.println("Audit trail: " + told.check().audit() + ".");
            }
            System.out.println(
                    told.fine()
                            ? "All that is kept fits: " + told.check().done() + " missions, and the audit trail."
                            : told.missions() + " of " + told.check().done() + " missions do not fit.");
            code = told.fine() ? 0 : 1;
        }
        System.exit(code);
    }
}
