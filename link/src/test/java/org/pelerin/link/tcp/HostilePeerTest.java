package org.pelerin.link.tcp;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.time.Duration;
import java.util.Random;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.link.LinkException;
import org.pelerin.link.frame.Frame;
import org.pelerin.link.frame.FrameCodec;
import org.pelerin.link.message.DockPort;
import org.pelerin.link.message.MessageType;

/** Whatever the other side sends, the asking side ends with a clear error, soon. */
@Timeout(20)
class HostilePeerTest {

    private interface Peer {
        void serve(Frame request, OutputStream out) throws IOException;
    }

    private ServerSocket server;
    private volatile Peer peer;
    private final AtomicInteger connections = new AtomicInteger();
    private TcpDock dock;

    @BeforeEach
    void listen() throws IOException {
        server = new ServerSocket(0, 8, InetAddress.getLoopbackAddress());
        Thread thread = new Thread(this::accept);
        thread.setDaemon(true);
        thread.start();
        dock = new TcpDock(
                new InetSocketAddress(server.getInetAddress(), server.getLocalPort()), Duration.ofMillis(300));
    }

    @AfterEach
    void close() throws IOException {
        dock.close();
        server.close();
    }

    private void accept() {
        while (!server.isClosed()) {
            try (Socket socket = server.accept()) {
                connections.incrementAndGet();
                InputStream in = socket.getInputStream();
                while (true) {
                    peer.serve(FrameCodec.read(in), socket.getOutputStream());
                }
            } catch (IOException e) {
                // the next connection
            }
        }
    }

    private static byte[] answer(Frame request) {
        byte[] payload = DockPort.encode(8, java.util.List.of(new DockPort(2, "PL-20417")));
        return FrameCodec.encode(new Frame(request.type() | MessageType.ANSWER, request.id(), payload));
    }

    @Test
    void garbage() {
        byte[] noise = new byte[5_000];
        new Random(5).nextBytes(noise);
        peer = (request, out) -> out.write(noise);
        assertThatThrownBy(dock::ports).isInstanceOf(LinkException.class).hasMessageContaining("disturbed");
        assertThat(connections.get()).isEqualTo(TcpConnection.TRIES);
    }

    @Test
    void silence() {
        peer = (request, out) -> {};
        assertThatThrownBy(dock::ports).isInstanceOf(LinkException.class).hasMessageContaining("does not answer");
    }

    @Test
    void half_a_frame_and_then_nothing() {
        peer = (request, out) -> out.write(answer(request), 0, 12);
        assertThatThrownBy(dock::ports).isInstanceOf(LinkException.class);
    }

    @Test
    void a_frame_that_claims_two_gigabytes() {
        peer = (request, out) -> out.write(new byte[] {'P', 'L', 1, (byte) 0x81, 0, 1, 0x7f, -1, -1, -1});
        assertThatThrownBy(dock::ports).isInstanceOf(LinkException.class).hasMessageContaining("too long");
    }

    @Test
    void a_payload_that_makes_no_sense() {
        peer = (request, out) ->
                FrameCodec.write(out, new Frame(request.type() | MessageType.ANSWER, request.id(), new byte[] {8, 99}));
        assertThatThrownBy(dock::ports).isInstanceOf(LinkException.class);
    }

    @Test
    void answers_to_other_questions_without_end() {
        peer = (request, out) -> {
            for (int i = 0; i < 100; i++) {
                FrameCodec.write(out, new Frame(MessageType.PORTS | MessageType.ANSWER, 9_999, new byte[0]));
            }
        };
        assertThatThrownBy(dock::ports).isInstanceOf(LinkException.class);
    }

    @Test
    void a_late_answer_is_passed_over_and_a_hiccup_is_tried_again() {
        AtomicInteger asked = new AtomicInteger();
        peer = (request, out) -> {
            if (asked.incrementAndGet() == 1) {
                out.write(new byte[] {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12});
                return;
            }
            FrameCodec.write(out, new Frame(MessageType.PORTS | MessageType.ANSWER, request.id() + 7, new byte[0]));
            out.write(answer(request));
        };
        assertThat(dock.ports().occupied()).containsExactly(new DockPort(2, "PL-20417"));
    }

    @Test
    void nobody_there() throws IOException {
        server.close();
        assertThatThrownBy(dock::ports).isInstanceOf(LinkException.class).hasMessageContaining("broke");
    }
}
