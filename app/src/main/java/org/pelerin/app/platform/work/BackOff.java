package org.pelerin.app.platform.work;

import java.time.Duration;
import org.springframework.util.backoff.BackOffExecution;
import org.springframework.util.backoff.ExponentialBackOff;

/**
 * How long to wait before something is tried once more: twice as long each time.
 *
 * @param first the wait after the first attempt
 * @param longest no wait is longer
 */
public record BackOff(Duration first, Duration longest) {

    private static final int ENOUGH = 60;

    /** @param attempts that came to nothing before the last one; 0 for the first */
    public Duration after(int attempts) {
        ExponentialBackOff each = new ExponentialBackOff(first.toMillis(), 2);
        each.setMaxInterval(longest.toMillis());
        BackOffExecution execution = each.start();
        long wait = execution.nextBackOff();
        for (int i = 0; i < Math.min(attempts, ENOUGH); i++) {
            wait = execution.nextBackOff();
        }
        return Duration.ofMillis(wait);
    }
}
