package org.pelerin.link.tcp;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetSocketAddress;
import java.time.Duration;
import org.pelerin.link.LinkException;
import org.pelerin.link.LoggerLink;
import org.pelerin.link.message.DockPort;
import org.pelerin.link.message.DockPorts;
import org.pelerin.link.message.MessageType;
import org.pelerin.link.message.Payload;
import org.pelerin.link.message.Refusal;
import org.pelerin.link.message.RefusedException;

/** A dock reached over TCP. */
public final class TcpDock implements AutoCloseable {

    private final InetSocketAddress address;
    private final Duration timeout;
    private final TcpConnection connection;

    /** Connects when first asked. */
    public TcpDock(InetSocketAddress address, Duration timeout) {
        this.address = address;
        this.timeout = timeout;
        this.connection = new TcpConnection(address, timeout, c -> {});
    }

    public DockPorts ports() {
        return connection.request(MessageType.PORTS, new byte[0], DockPort::decode);
    }

    /** The logger in a port; the caller closes the link. */
    public LoggerLink open(int port) {
        return new TcpLoggerLink(new TcpConnection(address, timeout, c -> open(c, port)));
    }

    private static void open(TcpConnection connection, int port) {
        try {
            connection.exchange(MessageType.OPEN, new Payload().u8(port).bytes());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (RefusedException e) {
            // a logger that was there a moment ago and is not now is a broken link, not a logger that says no
            if (e.refusal() == Refusal.NO_LOGGER) {
                throw new LinkException("There is no logger in port " + port, e);
            }
            throw e;
        }
    }

    @Override
    public void close() {
        connection.close();
    }
}
