package org.pelerin.app.shell.yard;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.pelerin.app.platform.DomainClock;
import org.pelerin.app.platform.PelerinProperties;

class YardClientTest {

    private static final Instant MACHINE = Instant.parse("2026-03-01T08:00:00Z");

    private final DomainClock clock = new DomainClock(Clock.fixed(MACHINE, ZoneOffset.UTC));
    private final AtomicBoolean slow = new AtomicBoolean();
    private final CountDownLatch asked = new CountDownLatch(1);
    private final CountDownLatch advanced = new CountDownLatch(1);
    private final ExecutorService threads = Executors.newCachedThreadPool();
    private HttpServer yard;

    /** Time in it passes by two hours with a post; a question once slow is answered with the time before. */
    @BeforeEach
    void open() throws IOException {
        yard = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        yard.setExecutor(threads);
        yard.createContext("/world", e -> {
            if (slow.get()) {
                asked.countDown();
                await(advanced, 500);
            }
            answer(e, Duration.ZERO);
        });
        yard.createContext("/advance", e -> answer(e, Duration.ofHours(2)));
        yard.start();
    }

    @AfterEach
    void close() {
        yard.stop(0);
        threads.shutdownNow();
    }

    @Test
    void an_answer_that_is_late_does_not_set_the_time_back() throws Exception {
        YardClient client = new YardClient(
                new PelerinProperties(
                        ZoneId.of("UTC"),
                        null,
                        new PelerinProperties.Yard(
                                "http://127.0.0.1:" + yard.getAddress().getPort()),
                        false,
                        "",
                        "",
                        null),
                clock);
        slow.set(true);
        CompletableFuture<YardClient.World> late = CompletableFuture.supplyAsync(client::world, threads);
        assertThat(asked.await(10, TimeUnit.SECONDS)).isTrue();
        client.post("/advance", Map.of("seconds", 7200));
        advanced.countDown();
        late.get(10, TimeUnit.SECONDS);
        assertThat(clock.instant()).isEqualTo(MACHINE.plus(Duration.ofHours(2)));
    }

    private static void answer(HttpExchange exchange, Duration shift) throws IOException {
        byte[] body = ("{\"now\":\"\",\"shiftMillis\":" + shift.toMillis()
                        + ",\"ports\":0,\"spots\":[],\"loggers\":[],\"incidents\":[]}")
                .getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().set("Content-Type", "application/json");
        exchange.sendResponseHeaders(200, body.length);
        exchange.getResponseBody().write(body);
        exchange.close();
    }

    private static void await(CountDownLatch latch, long millis) {
        try {
            latch.await(millis, TimeUnit.MILLISECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
