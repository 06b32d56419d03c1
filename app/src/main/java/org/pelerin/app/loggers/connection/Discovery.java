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
                    "The address",
                    false,
                    host + " is not among the hosts that may be asked",
                    "These may: " + String.join(", ", hosts.all())
                            + ". An administrator can add others on this page."));
            return false;
        }
        try {
            InetAddress.getByName(host);
            steps.add(new Step("The address", true, host + " is known", ""));
            return true;
        } catch (UnknownHostException e) {
            steps.add(new Step("The address", false, host + " is not known", "Look at its spelling."));
            return false;
        }
    }

    private static boolean listens(String host, int port, List<Step> steps) {
        try (Socket socket = new Socket()) {
            socket.connect(new InetSocketAddress(host, port), (int) PATIENCE.toMillis());
            steps.add(new Step("Something listens", true, "port " + port + " takes the connection", ""));
            return true;
        } catch (IOException e) {
            steps.add(new Step(
                    "Something listens",
                    false,
                    "nothing takes a connection at port " + port,
                    "Is it switched on, its cable in, and this its port? In the demo it is part of the yard."));
            return false;
        }
    }

    private static boolean speaks(String host, int port, List<Step> steps) {
        try (TcpDock dock = new TcpDock(new InetSocketAddress(host, port), PATIENCE)) {
            DockPorts ports = dock.ports();
            steps.add(new Step(
                    "It is a dock or station",
                    true,
                    ports.total()
                            + (ports.total() == 1 ? " port, " : " ports, ")
                            + ports.occupied().size()
                            + (ports.total() == 1 ? " logger" : " of them with a logger"),
                    ""));
            for (DockPort occupied : ports.occupied()) {
                steps.add(logger(dock, occupied));
            }
            return true;
        } catch (LinkException | MalformedMessageException | RefusedException e) {
            steps.add(new Step(
                    "It is a dock or station",
                    false,
                    "it does not speak the loggers' protocol",
                    "Something else listens at this port; try the next one."));
            return false;
        }
    }

    private static Step logger(TcpDock dock, DockPort occupied) {
        String what = "Port " + occupied.port();
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
                            identity.serial() + " is of the unknown model “" + identity.model() + "”",
                            "The model catalogue needs an entry for it.")
                    : new Step(
                            what,
                            true,
                            identity.serial() + ", " + model + ", firmware " + identity.firmware()
                                    + ": who, how and live in " + millis + " ms",
                            "");
        } catch (LinkException | MalformedMessageException | RefusedException e) {
            return new Step(
                    what,
                    false,
                    occupied.serial() + " does not answer",
                    "Take it out and put it in again; clean its contacts; look at its battery.");
        }
    }
}
