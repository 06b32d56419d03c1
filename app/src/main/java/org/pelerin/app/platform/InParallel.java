package org.pelerin.app.platform;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Future;
import java.util.function.Function;

/** Does the same with many things at once and waits for all of them. */
public final class InParallel {

    private InParallel() {}

    /**
     * The results in the order of the things.
     *
     * @throws IllegalStateException if one of them fails, with its reason, or the wait is interrupted
     */
    public static <A, B> List<B> map(ExecutorService workers, List<A> things, Function<A, B> what) {
        List<Callable<B>> tasks =
                things.stream().map(a -> (Callable<B>) () -> what.apply(a)).toList();
        List<B> out = new ArrayList<>();
        try {
            for (Future<B> result : workers.invokeAll(tasks)) {
                out.add(result.get());
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("Interrupted", e);
        } catch (ExecutionException e) {
            throw new IllegalStateException(e.getCause().getMessage(), e.getCause());
        }
        return out;
    }
}
