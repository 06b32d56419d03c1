package org.pelerin.app.platform.work;

import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.Tags;
import io.micrometer.core.instrument.binder.MeterBinder;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.operation.Checkup;
import org.pelerin.app.platform.operation.Condition;
import org.pelerin.app.platform.operation.Figure;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.stereotype.Component;

/** How much work is due and not done, and for how long it has been. */
@Component
class WorkFigures implements Checkup, MeterBinder {

    private static final Duration PATIENCE = Duration.ofMinutes(10);
    private static final double MILLIS = 1e3;

    private final WorkMapper work;
    private final List<LongWork> kinds;
    private final Clock machine;

    WorkFigures(WorkMapper work, List<LongWork> kinds, @Qualifier("machineClock") Clock machine) {
        this.work = work;
        this.kinds = kinds;
        this.machine = machine;
    }

    @Override
    public String name() {
        return "work";
    }

    @Override
    public Condition look() {
        WorkMapper.Backlog b = work.backlog("", machine.millis());
        String title = Texts.of("platform.operation.workFigures.backgroundWork");
        Duration oldest = Duration.ofMillis(b.oldestMillis());
        return oldest.compareTo(PATIENCE) > 0
                ? Condition.attention(
                        title,
                        Texts.of(
                                "platform.operation.workFigures.orderWaitsFor",
                                "n",
                                b.waiting(),
                                "minutes",
                                oldest.toMinutes()),
                        Texts.of("platform.operation.workFigures.seeTheLogFor"))
                : Condition.sound(title, Texts.of("platform.operation.workFigures.ordersAreDue", "n", b.waiting()));
    }

    @Override
    public void bindTo(MeterRegistry registry) {
        for (LongWork kind : kinds) {
            Tags tags = Tags.of("kind", kind.kind());
            Figure.gauge(
                    registry,
                    "pelerin.work.waiting",
                    tags,
                    () -> work.backlog(kind.kind(), machine.millis()).waiting());
            Figure.gauge(
                    registry,
                    "pelerin.work.oldest.seconds",
                    tags,
                    () -> work.backlog(kind.kind(), machine.millis()).oldestMillis() / MILLIS);
        }
    }
}
