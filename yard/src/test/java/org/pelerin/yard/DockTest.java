package org.pelerin.yard;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.series.Series;
import org.pelerin.link.LinkException;
import org.pelerin.link.LoggerLink;
import org.pelerin.link.capture.Capture;
import org.pelerin.link.capture.CaptureDecoder;
import org.pelerin.link.capture.PageReader;
import org.pelerin.link.message.DockPort;
import org.pelerin.link.message.LoggerState;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.link.tcp.TcpDock;
import org.pelerin.yard.server.DockServer;
import org.pelerin.yard.world.World;

/** The dock's protocol end to end, over real sockets. */
@Timeout(60)
class DockTest {

    private static final String SERIAL = "PL-20417";

    private World world;
    private DockServer server;
    private TcpDock dock;

    @BeforeEach
    void start() throws IOException {
        world = TestClock.world(1);
        server = new DockServer(world, 0, 0, () -> {});
        dock = new TcpDock(address(), Duration.ofSeconds(2));
    }

    private InetSocketAddress address() {
        return new InetSocketAddress(InetAddress.getLoopbackAddress(), server.port());
    }

    @AfterEach
    void stop() throws IOException {
        dock.close();
        server.close();
    }

    private static Plan plan() {
        return new Plan(
                ModelCatalogue.get("birch-th").id(),
                "VAULT",
                Duration.ofMinutes(1),
                new StartCondition.Now(),
                new StopCondition.MemoryFull(),
                List.of(
                        new ChannelSettings(true, "Air", null, null),
                        new ChannelSettings(true, "Humidity", null, null)));
    }

    private LoggerLink logged(Duration time) {
        world.carryToDock(SERIAL, 3);
        LoggerLink link = dock.open(3);
        link.setClock(world.clock().instant());
        link.writePlan(plan());
        world.advance(time);
        link.stop();
        return link;
    }

    @Test
    void a_logger_can_be_programmed_run_and_emptied() {
        try (LoggerLink link = logged(Duration.ofDays(2))) {
            assertThat(dock.ports().occupied()).containsExactly(new DockPort(3, SERIAL));
            assertThat(link.identify().serial()).isEqualTo(SERIAL);
            assertThat(link.readPlan()).isEqualTo(plan());
            assertThat(link.status().state()).isEqualTo(LoggerState.ENDED);
            assertThat(link.live().counts()).hasSize(2);
            MissionInfo info = link.missions().get(0);
            assertThat(info.records()).isBetween(2880L, 2882L);
            List<byte[]> pages = new ArrayList<>();
            PageReader reader = new PageReader(link);
            for (long p = 0; p < info.endPage(); p++) {
                pages.add(reader.read(info.number(), p));
            }
            Capture capture = new Capture(link.readHeader(info.number()), pages, 0);
            List<Series> series = CaptureDecoder.decode(capture, ClockCorrection.NONE);
            assertThat(series).extracting(Series::label).containsExactly("Air", "Humidity");
            assertThat(series.get(0).axis().count()).isEqualTo(info.records());
            // on the bench it is room temperature
            assertThat(series.get(0).blocks().get(0).min()).isBetween(18.0, 21.0);
        }
    }

    @Test
    void damaged_pages_are_asked_for_again() {
        try (LoggerLink link = logged(Duration.ofDays(1))) {
            byte[] whole = link.readPage(1, 5);
            world.damagePages(SERIAL, 3);
            PageReader reader = new PageReader(link);
            assertThat(reader.read(1, 5)).isEqualTo(whole);
            assertThat(reader.rereads()).isEqualTo(3);
            world.damagePages(SERIAL, 40);
            assertThatThrownBy(() -> reader.read(1, 5))
                    .isInstanceOf(LinkException.class)
                    .hasMessageContaining("Page 5");
        }
    }

    @Test
    void a_cable_that_comes_out_ends_the_link_and_nothing_else() {
        try (LoggerLink link = logged(Duration.ofDays(1))) {
            world.pullCableHalfWay(SERIAL);
            long pages = link.missions().get(0).pages();
            long[] read = {0};
            assertThatThrownBy(() -> {
                        while (read[0] < pages) {
                            link.readPage(1, read[0]);
                            read[0]++;
                        }
                    })
                    .isInstanceOf(LinkException.class);
            assertThat(read[0]).isEqualTo(pages / 2);
            assertThat(dock.ports().occupied()).isEmpty();
            world.cable(SERIAL, true);
            assertThat(link.readPage(1, read[0])).hasSize(512);
        }
    }

    @Test
    void an_empty_port_says_so() {
        try (LoggerLink link = dock.open(5)) {
            assertThatThrownBy(link::status).isInstanceOf(LinkException.class).hasMessageContaining("port 5");
        }
    }

    @Test
    void a_peer_that_drips_is_let_go() throws Exception {
        byte[] slow = {'P', 'L', 1, 0x01, 0, 1, 0, 0, 0, 0, 0, 0, 0};
        try (Socket socket = new Socket(InetAddress.getLoopbackAddress(), server.port())) {
            socket.setSoTimeout(700);
            long begun = System.nanoTime();
            boolean closed = false;
            for (int i = 0; i < slow.length && !closed; i++) {
                socket.getOutputStream().write(slow[i]);
                try {
                    closed = socket.getInputStream().read() < 0;
                } catch (java.net.SocketTimeoutException stillOpen) {
                    // drip on
                }
            }
            assertThat(closed).isTrue();
            assertThat(Duration.ofNanos(System.nanoTime() - begun)).isLessThan(Duration.ofSeconds(7));
        }
    }

    @Test
    void garbage_from_many_peers_leaves_the_dock_unharmed() throws IOException {
        world.carryToDock(SERIAL, 1);
        Random random = new Random(9);
        List<Socket> idle = new ArrayList<>();
        for (int i = 0; i < 60; i++) {
            Socket socket = new Socket(InetAddress.getLoopbackAddress(), server.port());
            byte[] noise = new byte[random.nextInt(4_000)];
            random.nextBytes(noise);
            if (i % 3 == 0) {
                // a true beginning that never goes on, and a length nobody may send
                noise = i % 2 == 0
                        ? new byte[] {'P', 'L', 1, 0x11, 0, 1, 0}
                        : new byte[] {'P', 'L', 1, 0x11, 0, 1, 0x7f, 0, 0, 0};
            }
            try {
                socket.getOutputStream().write(noise);
            } catch (IOException closedAlready) {
                // as it should
            }
            idle.add(socket);
        }
        assertThat(dock.ports().occupied()).hasSize(1);
        try (LoggerLink link = dock.open(1)) {
            assertThat(link.identify().serial()).isEqualTo(SERIAL);
        }
        for (Socket socket : idle) {
            socket.close();
        }
    }
}
