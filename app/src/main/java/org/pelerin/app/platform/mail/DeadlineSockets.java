package org.pelerin.app.platform.mail;

import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.time.Duration;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import javax.net.SocketFactory;

/** Sockets that are closed after a time, whatever goes on over them: each read and write may be in time, and the whole without end. */
final class DeadlineSockets extends SocketFactory {

    private static final ScheduledExecutorService CLOSER = Executors.newSingleThreadScheduledExecutor(r -> {
        Thread t = new Thread(r, "mail-deadline");
        t.setDaemon(true);
        return t;
    });

    private final Duration deadline;

    DeadlineSockets(Duration deadline) {
        this.deadline = deadline;
    }

    @Override
    public Socket createSocket() {
        Socket socket = new Socket();
        CLOSER.schedule(() -> close(socket), deadline.toMillis(), TimeUnit.MILLISECONDS);
        return socket;
    }

    private static void close(Socket socket) {
        try {
            socket.close();
        } catch (IOException e) {
            // then it is closed
        }
    }

    @Override
    public Socket createSocket(String host, int port) throws IOException {
        return connected(new InetSocketAddress(host, port));
    }

    @Override
    public Socket createSocket(InetAddress host, int port) throws IOException {
        return connected(new InetSocketAddress(host, port));
    }

    @Override
    public Socket createSocket(String host, int port, InetAddress local, int localPort) throws IOException {
        return createSocket(host, port);
    }

    @Override
    public Socket createSocket(InetAddress host, int port, InetAddress local, int localPort) throws IOException {
        return createSocket(host, port);
    }

    private Socket connected(InetSocketAddress to) throws IOException {
        Socket socket = createSocket();
        socket.connect(to, (int) deadline.toMillis());
        return socket;
    }
}
