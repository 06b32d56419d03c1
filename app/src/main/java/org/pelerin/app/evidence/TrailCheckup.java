package org.pelerin.app.evidence;

import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import java.time.Clock;
import java.time.Duration;
import java.util.Optional;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.operation.Checkup;
import org.pelerin.app.platform.operation.Condition;
import org.pelerin.app.platform.operation.Figure;
import org.springframework.stereotype.Component;

/** Whether the audit trail was checked lately, and was whole. */
@Component
class TrailCheckup implements Checkup, MeterBinder {

    /** It is checked every night. */
    private static final Duration YOUNG = Duration.ofHours(50);

    private final AuditVerification verification;
    private final Clock clock;

    TrailCheckup(AuditVerification verification, Clock clock) {
        this.verification = verification;
        this.clock = clock;
    }

    @Override
    public String name() {
        return "audit";
    }

    @Override
    public Condition look() {
        String title = Texts.of("evidence.trailCheckup.auditTrail");
        Optional<AuditCheck> latest = verification.latest();
        if (latest.isPresent() && !latest.get().whole()) {
            return Condition.attention(
                    title,
                    Texts.sentence(latest.get().trouble()),
                    Texts.of("evidence.trailCheckup.changeNothingCompareWithBackup"));
        }
        return latest.isEmpty()
                ? Condition.sound(title, Texts.of("evidence.trailCheckup.notCheckedYet"))
                : age(latest.get()).compareTo(YOUNG) > 0
                        ? Condition.attention(
                                title,
                                Texts.of(
                                        "evidence.trailCheckup.lastCheckedHoursAgo",
                                        "hours",
                                        age(latest.get()).toHours()),
                                Texts.of("evidence.trailCheckup.checkItNow"))
                        : Condition.sound(
                                title,
                                Texts.of(
                                        "evidence.trailCheckup.allEntriesWereIntact",
                                        "n",
                                        latest.get().entries()));
    }

    private Duration age(AuditCheck check) {
        return Duration.between(check.at(), clock.instant());
    }

    @Override
    public void bindTo(MeterRegistry registry) {
        Figure.gauge(
                registry, "pelerin.audit.entries", () -> verification.head().sequence());
        Figure.gauge(
                registry,
                "pelerin.audit.whole",
                () -> verification.latest().map(AuditCheck::whole).orElse(true) ? 1 : 0);
        Figure.gauge(
                registry,
                "pelerin.audit.check.age.seconds",
                () -> verification
                        .latest()
                        .map(c -> (double) age(c).toSeconds())
                        .orElse(Double.NaN));
    }
}
