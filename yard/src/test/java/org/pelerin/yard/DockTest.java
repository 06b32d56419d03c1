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
import java.util.Map;
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
        server = new DockServer(world, world.dock(), 0, 0, () -> {});
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
            info.pageNumbers().forEach(p -> pages.add(reader.read(info.number(), p)));
            Capture capture = new Capture(link.readHeader(info.number()), pages, 0);
            List<Series> series =
                    CaptureDecoder.decode(capture, ClockCorrection.NONE).series();
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
            // it came damaged three times, and whole the fourth
            assertThat(reader.rereads()).containsExactly(Map.entry(5L, 3));
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

    @Test
    void a_pin_guards_what_changes_it_and_nothing_else() {
        world.carryToDock(SERIAL, 3);
        try (LoggerLink owner = dock.open(3)) {
            owner.setPin("4711");
            assertThat(owner.status().pinSet()).isTrue();
        }
        try (LoggerLink stranger = dock.open(3)) {
            assertThatThrownBy(() -> stranger.writePlan(plan())).hasMessageContaining("asks for its PIN");
            assertThatThrownBy(() -> stranger.setClock(world.clock().instant())).hasMessageContaining("PIN");
            assertThatThrownBy(() -> stranger.setPin("")).hasMessageContaining("PIN");
            assertThatThrownBy(() -> stranger.unlock("1234")).hasMessageContaining("not its PIN");
            stranger.unlock("4711");
            stranger.writePlan(plan());
        }
        world.advance(Duration.ofHours(5));
        // the data come home without it
        try (LoggerLink stranger = dock.open(3)) {
            stranger.stop();
            MissionInfo info = stranger.missions().get(0);
            List<byte[]> pages = new ArrayList<>();
            info.pageNumbers().forEach(p -> pages.add(stranger.readPage(info.number(), p)));
            stranger.erase(org.pelerin.link.message.EraseRequest.collected(info.number(), info.endRecord(), pages));
            assertThatThrownBy(() -> stranger.writePlan(plan())).hasMessageContaining("PIN");
            stranger.clearPin();
            stranger.writePlan(plan());
        }
    }

    @Test
    void a_pin_is_said_again_on_a_new_connection() {
        world.carryToDock(SERIAL, 3);
        try (LoggerLink link = dock.open(3)) {
            link.setPin("12");
            link.unlock("12");
            world.cable(SERIAL, false);
            assertThatThrownBy(link::status).isInstanceOf(org.pelerin.link.LinkException.class);
            world.cable(SERIAL, true);
            // on a connection of its own, which says the PIN by itself
            link.writePlan(plan());
        }
    }

    @Test
    void a_firmware_whose_transfer_breaks_leaves_the_old_one_running() throws IOException {
        world.carryToDock(SERIAL, 3);
        var newest = org.pelerin.link.message.FirmwarePackage.newest(ModelCatalogue.get("birch-th"));
        try (LoggerLink link = dock.open(3)) {
            var before = link.identify().firmware();
            world.cable(SERIAL, false);
            assertThatThrownBy(() -> link.updateFirmware(newest)).isInstanceOf(org.pelerin.link.LinkException.class);
            world.cable(SERIAL, true);
            assertThat(link.identify().firmware()).isEqualTo(before);
            link.updateFirmware(newest);
            assertThat(link.identify().firmware()).isEqualTo(newest.version());
        }
    }

    @Test
    void live_readings_come_as_a_plan_would_have_them() {
        String rowan = "PL-42005";
        world.carryToDock(rowan, 4);
        var model = ModelCatalogue.get("rowan-a2");
        var sensor = org.pelerin.core.exchange.SensorDocument.ready().stream()
                .filter(s -> s.name().equals("4–20 mA as 0–100 %"))
                .findFirst()
                .orElseThrow();
        ChannelSettings loop = new ChannelSettings(
                true,
                "Loop",
                sensor,
                "",
                org.pelerin.core.sensor.Correction.NONE,
                0,
                org.pelerin.core.plan.FaultDirection.MISSING,
                null,
                null,
                List.of());
        Plan plan = new Plan(
                model.id(),
                "X",
                Duration.ofMinutes(1),
                new StartCondition.Now(),
                new StopCondition.MemoryFull(),
                List.of(
                        loop,
                        new ChannelSettings(false, "Input 2", null, null),
                        new ChannelSettings(false, "State", null, null)));
        try (LoggerLink link = dock.open(4)) {
            var values = org.pelerin.link.message.LiveValues.of(model, plan, link.live(plan));
            assertThat(values).hasSize(3);
            // a loop of 4 to 20 mA in µA, and what it stands for
            assertThat(values.get(0).raw()).isBetween(4.0, 20.0);
            assertThat(values.get(0).value())
                    .isCloseTo((values.get(0).raw() - 4) / 16 * 100, org.assertj.core.api.Assertions.within(1e-9));
            // without the plan the same input is read as a voltage
            var own = org.pelerin.link.message.LiveValues.of(model, null, link.live());
            assertThat(own.get(0).channel().unit()).isEqualTo("V");
        }
    }

    @Test
    void only_sound_loggers_have_a_spectrum_and_outputs_are_those_of_the_model() {
        world.carryToDock(SERIAL, 3);
        world.carryToDock("PL-51002", 4);
        try (LoggerLink birch = dock.open(3);
                LoggerLink larch = dock.open(4)) {
            assertThatThrownBy(birch::spectrum).hasMessageContaining("no sound");
            assertThat(larch.spectrum().bands()).hasSize(10);
            birch.tryOutput("sounder");
            assertThatThrownBy(() -> birch.tryOutput("relay1")).hasMessageContaining("no relay1");
            assertThatThrownBy(() -> birch.setPin("123456789")).hasMessageContaining("1 to 8 digits");
        }
    }
}
