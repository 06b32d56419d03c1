package org.pelerin.app.fleet.hooks;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpTimeoutException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

/** A receiver that never ends, or never begins, its answer holds nobody for long. */
@Timeout(30)
class HookExchangeTest {

    private static HttpRequest to(ServerSocket server) {
        return HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + server.getLocalPort() + "/told"))
                .timeout(Duration.ofSeconds(2))
                .POST(HttpRequest.BodyPublishers.ofString("{}"))
                .build();
    }

    @Test
    void an_answer_without_an_end_is_left_after_its_head() throws Exception {
        CountDownLatch left = new CountDownLatch(1);
        try (ServerSocket server = new ServerSocket(0, 5, InetAddress.getLoopbackAddress())) {
            Thread endless = new Thread(() -> {
                try (Socket s = server.accept()) {
                    OutputStream out = s.getOutputStream();
                    out.write("HTTP/1.1 200 OK\r\nTransfer-Encoding: chunked\r\n\r\n"
                            .getBytes(StandardCharsets.US_ASCII));
                    while (true) {
                        out.write("5\r\nagain\r\n".getBytes(StandardCharsets.US_ASCII));
                        out.flush();
                        Thread.sleep(5);
                    }
                } catch (IOException | InterruptedException e) {
                    // the other side has gone
                    left.countDown();
                }
            });
            endless.setDaemon(true);
            endless.start();
            assertThat(HookExchange.status(HttpClient.newHttpClient(), to(server)))
                    .isEqualTo(200);
            assertThat(left.await(10, TimeUnit.SECONDS)).isTrue();
        }
    }

    @Test
    void who_takes_the_request_and_says_nothing_is_waited_for_no_longer_than_said() throws Exception {
        try (ServerSocket silent = new ServerSocket(0, 5, InetAddress.getLoopbackAddress())) {
            assertThatThrownBy(() -> HookExchange.status(HttpClient.newHttpClient(), to(silent)))
                    .isInstanceOf(HttpTimeoutException.class);
        }
    }
}
