package org.pelerin.app.loggers.connection;

import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.UnknownHostException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.IntStream;
import org.pelerin.app.platform.InParallel;
import org.pelerin.app.platform.PelerinProperties;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.link.LinkException;
import org.pelerin.link.LoggerLink;
import org.pelerin.link.message.DockPort;
import org.pelerin.link.message.DockPorts;
import org.pelerin.link.message.Identity;
import org.pelerin.link.message.MalformedMessageException;
import org.pelerin.link.message.RefusedException;
import org.pelerin.link.tcp.TcpDock;
import org.springframework.stereotype.Service;

/** Looks for docks and network stations at the hosts that may be asked, and says step by step where a connection fails. */
@Service
public class Discovery {

    /**
     * One step of a connection test.
     *
     * @param ok whether it went well; null where it was not come to
     * @param advice what to look at where it did not
     */
    public record Step(String what, Boolean ok, String told, String advice) {}

    /**
     * What was found at an address.
     *
     * @param listens whether anything answers there at all
     */
    public record Found(String host, int port, boolean listens, List<Step> steps) {

        public boolean dock() {
            return steps.stream().allMatch(s -> Boolean.TRUE.equals(s.ok()));
        }
    }

    public static final int MOST_PORTS = 256;

    private static final Duration PATIENCE = Duration.ofMillis(800);
    private static final int AT_ONCE = 64;

    private final PelerinProperties properties;
    private final StationHosts hosts;

    Discovery(PelerinProperties properties, StationHosts hosts) {
        this.hosts = hosts;
        this.properties = properties;
    }

    /** Whether an address is that of the dock itself. */
    public boolean own(String host, int port) {
        return host.equals(properties.dock().host())
                && port == properties.dock().port();
    }

    /** Where the application looks for its dock. */
    public InetSocketAddress configured() {
        return InetSocketAddress.createUnresolved(
                properties.dock().host(), properties.dock().port());
    }

    /** Every port of a range at which a dock answers; at most {@value #MOST_PORTS} ports. */
    public List<Found> scan(String host, int from, int to) {
        ExecutorService lookers = Executors.newFixedThreadPool(AT_ONCE);
        try {
            List<Integer> ports = IntStream.rangeClosed(from, to).boxed().toList();
            return InParallel.map(lookers, ports, port -> test(host, port)).stream()
                    .filter(Found::listens)
                    .toList();
        } finally {
            lookers.shutdownNow();
        }
    }

    /** Tries an address step by step; what comes after a failure is not tried. */
    public Found test(String host, int port) {
        List<Step> steps = new ArrayList<>();
        boolean listens = false;
        if (resolved(host, steps)) {
            listens = listens(host, port, steps);
            if (listens && speaks(host, port, steps)) {
                return new Found(host, port, true, steps);
            }
        }
        return new Found(host, port, listens, steps);
    }

    private boolean resolved(String host, List<Step> steps) {
        if (!hosts.allowed(host)) {
            steps.add(new Step(
                    Texts.of("loggers.connection.discovery.theAddress"),
                    false,
                    Texts.of("loggers.connection.discovery.isNotAnAllowedHost", "host", host),
                    Texts.of(
                            "loggers.connection.discovery.allowedAnAdministratorCanAdd",
                            "x",
                            String.join(", ", hosts.all()))));
            return false;
        }
        try {
            InetAddress.getByName(host);
            steps.add(new Step(
                    Texts.of("loggers.connection.discovery.address"),
                    true,
                    Texts.of("loggers.connection.discovery.isKnown", "host", host),
                    ""));
            return true;
        } catch (UnknownHostException e) {
            steps.add(new Step(
                    Texts.of("loggers.connection.discovery.address"),
                    false,
                    Texts.of("loggers.connection.discovery.isNotKnown", "host", host),
                    Texts.of("loggers.connection.discovery.checkTheSpelling")));
            return false;
        }
    }

    private static boolean listens(String host, int port, List<Step> steps) {
        try (Socket socket = new Socket()) {
            socket.connect(new InetSocketAddress(host, port), (int) PATIENCE.toMillis());
            steps.add(new Step(
                    Texts.of("loggers.connection.discovery.connection"),
                    true,
                    Texts.of("loggers.connection.discovery.portAcceptsConnections", "port", port),
                    ""));
            return true;
        } catch (IOException e) {
            steps.add(new Step(
                    Texts.of("loggers.connection.discovery.connection"),
                    false,
                    Texts.of("loggers.connection.discovery.portAcceptsNoConnection", "port", port),
                    Texts.of("loggers.connection.discovery.checkThatItIsSwitched")));
            return false;
        }
    }

    private static boolean speaks(String host, int port, List<Step> steps) {
        try (TcpDock dock = new TcpDock(new InetSocketAddress(host, port), PATIENCE)) {
            DockPorts ports = dock.ports();
            steps.add(new Step(
                    Texts.of("loggers.connection.discovery.dockOrStation"),
                    true,
                    Texts.of(
                            "loggers.connection.discovery.portsWithLoggers",
                            "ports",
                            ports.total(),
                            "loggers",
                            ports.occupied().size()),
                    ""));
            for (DockPort occupied : ports.occupied()) {
                steps.add(logger(dock, occupied));
            }
            return true;
        } catch (LinkException | MalformedMessageException | RefusedException e) {
            steps.add(new Step(
                    Texts.of("loggers.connection.discovery.dockOrStation"),
                    false,
                    Texts.of("loggers.connection.discovery.itDoesNotSpeakThe"),
                    Texts.of("loggers.connection.discovery.somethingElseListensAtThis")));
            return false;
        }
    }

    private static Step logger(TcpDock dock, DockPort occupied) {
        String what = Texts.of("loggers.connection.discovery.portPort", "port", occupied.port());
        try (LoggerLink link = dock.open(occupied.port())) {
            long begun = System.nanoTime();
            Identity identity = link.identify();
            link.status();
            link.live();
            long millis = (System.nanoTime() - begun) / 1_000_000;
            String model =
                    ModelCatalogue.find(identity.model()).map(LoggerModel::name).orElse(null);
            return model == null
                    ? new Step(
                            what,
                            false,
                            Texts.of(
                                    "loggers.connection.discovery.isOfAnUnknownModel",
                                    "serial",
                                    identity.serial(),
                                    "model",
                                    identity.model()),
                            Texts.of("loggers.connection.discovery.addTheModelToThe"))
                    : new Step(
                            what,
                            true,
                            Texts.of(
                                    "loggers.connection.discovery.firmwareIdentityStatusAndReadings",
                                    "serial",
                                    identity.serial(),
                                    "model",
                                    model,
                                    "firmware",
                                    identity.firmware(),
                                    "millis",
                                    millis),
                            "");
        } catch (LinkException | MalformedMessageException | RefusedException e) {
            return new Step(
                    what,
                    false,
                    Texts.of("loggers.connection.discovery.doesNotAnswer", "serial", occupied.serial()),
                    Texts.of("loggers.connection.discovery.takeItOutAndPut"));
        }
    }
}
