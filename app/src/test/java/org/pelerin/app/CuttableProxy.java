package org.pelerin.app;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;

/** A way to the database that can be cut and mended. */
final class CuttableProxy implements AutoCloseable {

    private final InetSocketAddress target;
    private final List<Socket> open = new CopyOnWriteArrayList<>();
    private final int port;
    private volatile ServerSocket server;

    CuttableProxy(InetSocketAddress target) throws IOException {
        this.target = target;
        server = new ServerSocket(0, 50, InetAddress.getLoopbackAddress());
        port = server.getLocalPort();
        accept(server);
    }

    int port() {
        return port;
    }

    void cut() throws IOException {
        server.close();
        for (Socket socket : open) {
            socket.close();
        }
        open.clear();
    }

    void mend() throws IOException {
        server = new ServerSocket();
        server.setReuseAddress(true);
        server.bind(new InetSocketAddress(InetAddress.getLoopbackAddress(), port));
        accept(server);
    }

    private void accept(ServerSocket from) {
        start(() -> {
            while (!from.isClosed()) {
                try {
                    Socket near = from.accept();
                    Socket far = new Socket(target.getAddress(), target.getPort());
                    open.addAll(List.of(near, far));
                    start(() -> pump(near, far));
                    start(() -> pump(far, near));
                } catch (IOException e) {
                    // cut
                }
            }
        });
    }

    private static void pump(Socket from, Socket to) {
        try (from;
                to) {
            InputStream in = from.getInputStream();
            OutputStream out = to.getOutputStream();
            in.transferTo(out);
        } catch (IOException e) {
            // cut
        }
    }

    private static void start(Runnable task) {
        Thread thread = new Thread(task, "proxy");
        thread.setDaemon(true);
        thread.start();
    }

    @Override
    public void close() throws IOException {
        cut();
    }
}
