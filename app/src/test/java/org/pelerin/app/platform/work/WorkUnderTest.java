package org.pelerin.app.platform.work;

import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import org.springframework.context.ApplicationContext;

/** Work of a kind that no room does, for tests that are its workers. */
public final class WorkUnderTest {

    private static final String KIND = "tried";

    private final WorkMapper mapper;
    private final WorkOrders orders;
    private final Clock machine;

    public WorkUnderTest(ApplicationContext app) {
        mapper = app.getBean(WorkMapper.class);
        orders = app.getBean(WorkOrders.class);
        machine = app.getBean("machineClock", Clock.class);
    }

    public void order(long id) {
        orders.order(KIND, id);
    }

    /** Claims it as a worker that dies at once. */
    public Claim taken(long id) {
        WorkMapper.Due due = mapper.due(List.of(KIND), machine.millis()).stream()
                .filter(d -> d.id() == id)
                .findFirst()
                .orElseThrow();
        Claim claim = new Claim(mapper, machine, due);
        if (!claim.take()) {
            throw new IllegalStateException("Somebody else was faster");
        }
        return claim;
    }

    /** Has it done by a runner of its own, which is asked to renew its claims every tenth of a second until the latch opens, or for ten seconds. */
    public boolean done(Duration longestSilence, Consumer<Claim> deed, CountDownLatch until)
            throws InterruptedException {
        WorkRunner runner = new WorkRunner(
                mapper,
                List.of(new LongWork() {
                    @Override
                    public String kind() {
                        return KIND;
                    }

                    @Override
                    public int atOnce() {
                        return 1;
                    }

                    @Override
                    public Duration longestSilence() {
                        return longestSilence;
                    }

                    @Override
                    public void run(long id, Claim claim) {
                        deed.accept(claim);
                    }
                }),
                machine);
        try {
            runner.look();
            for (int i = 0; i < 100; i++) {
                if (until.await(100, TimeUnit.MILLISECONDS)) {
                    return true;
                }
                runner.renew();
            }
            return false;
        } finally {
            runner.stop();
        }
    }

    /** Does something on this thread as the worker that has claimed it. */
    public void under(long id, Consumer<Claim> deed) {
        Claim claim = taken(id);
        claim.enter();
        try {
            deed.accept(claim);
        } finally {
            Claim.leave();
        }
    }
}
