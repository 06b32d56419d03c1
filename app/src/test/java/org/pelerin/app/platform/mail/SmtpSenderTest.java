package org.pelerin.app.platform.mail;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.ZoneId;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.platform.PelerinProperties;
import org.springframework.mail.MailException;

class SmtpSenderTest {

    /** Greets without end, a line each tenth of a second: no single read is late. */
    private static void greet(ServerSocket server) {
        try (Socket client = server.accept();
                OutputStream out = client.getOutputStream()) {
            while (true) {
                out.write("220-and one more thing\r\n".getBytes(StandardCharsets.US_ASCII));
                out.flush();
                TimeUnit.MILLISECONDS.sleep(100);
            }
        } catch (IOException | InterruptedException e) {
            // the other side has gone
        }
    }

    @Test
    @Timeout(20)
    void a_server_that_never_comes_to_an_end_is_left() throws IOException {
        try (ServerSocket server = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            Thread drips = new Thread(() -> greet(server));
            drips.setDaemon(true);
            drips.start();
            SmtpSender post = new SmtpSender(
                    new PelerinProperties(
                            ZoneId.of("Europe/Paris"),
                            new PelerinProperties.Dock("127.0.0.1", 1),
                            new PelerinProperties.Yard(""),
                            false,
                            "",
                            "",
                            new PelerinProperties.Mail(
                                    "127.0.0.1", server.getLocalPort(), "", "", false, "a@b.example")),
                    Duration.ofSeconds(1));
            assertThat(post.present()).isTrue();
            assertThatThrownBy(() -> post.send("c@d.example", "x", "y")).isInstanceOf(MailException.class);
        }
    }
}
