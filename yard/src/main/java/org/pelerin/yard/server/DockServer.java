package org.pelerin.yard.server;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.SocketTimeoutException;
import java.util.Arrays;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.SynchronousQueue;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import org.pelerin.link.frame.DeadlineStream;
import org.pelerin.link.frame.Frame;
import org.pelerin.link.frame.FrameCodec;
import org.pelerin.link.message.MessageType;
import org.pelerin.yard.world.Ports;
import org.pelerin.yard.world.World;

/**
 * The dock, or a network station, on loopback TCP. At most {@value #MOST_CONNECTIONS} connections. One that sends nothing for {@value
 * #IDLE_MILLIS} ms, takes longer than {@value #FRAME_MILLIS} ms over a frame, or sends bytes that are not one, is closed.
 */
public final class DockServer implements AutoCloseable {

    private static final int MOST_CONNECTIONS = 128;
    private static final int IDLE_MILLIS = 30_000;
    private static final int FRAME_MILLIS = 3_000;

    private final ServerSocket socket;
    private final World world;
    private final Ports ports;
    private final Runnable changed;
    private final long millisPerPage;
    private final ExecutorService connections = new ThreadPoolExecutor(
            0, MOST_CONNECTIONS, 10, TimeUnit.SECONDS, new SynchronousQueue<>(), DockServer::daemon);

    /**
     * @param ports that are reached here
     * @param port 0 for any free one
     * @param millisPerPage how long a page takes over the simulated link
     */
    public DockServer(World world, Ports ports, int port, long millisPerPage, Runnable changed) throws IOException {
        this.world = world;
        this.ports = ports;
        this.changed = changed;
        this.millisPerPage = millisPerPage;
        this.socket = new ServerSocket(port, 64, InetAddress.getLoopbackAddress());
        daemon(this::accept).start();
    }

    public int port() {
        return socket.getLocalPort();
    }

    private void accept() {
        while (!socket.isClosed()) {
            try {
                Socket peer = socket.accept();
                try {
                    connections.execute(() -> serve(peer));
                } catch (java.util.concurrent.RejectedExecutionException full) {
                    peer.close();
                }
            } catch (IOException e) {
                // closed, or the peer went away before it was accepted
            }
        }
    }

    private void serve(Socket peer) {
        LoggerSession session = new LoggerSession(world, ports, changed);
        try (peer) {
            peer.setTcpNoDelay(true);
            DeadlineStream slow = new DeadlineStream(peer);
            InputStream in = new BufferedInputStream(slow);
            OutputStream out = peer.getOutputStream();
            while (session.connected()) {
                slow.allow(IDLE_MILLIS);
                in.mark(1);
                if (in.read() < 0) {
                    return;
                }
                in.reset();
                slow.allow(FRAME_MILLIS);
                Frame request = FrameCodec.read(in);
                if (!session.connected()) {
                    return;
                }
                try {
                    Frame answer = session.answer(request);
                    if (request.type() == MessageType.READ_PAGE) {
                        TimeUnit.MILLISECONDS.sleep(millisPerPage);
                    }
                    FrameCodec.write(out, answer);
                } catch (LoggerSession.CablePulledException e) {
                    byte[] torn = FrameCodec.encode(new Frame(MessageType.READ_PAGE, request.id(), new byte[512]));
                    out.write(Arrays.copyOf(torn, torn.length / 2));
                    out.flush();
                    return;
                }
            }
        } catch (SocketTimeoutException e) {
            // an idle peer is let go
        } catch (IOException e) {
            // garbage, or the peer went away: this connection ends, the logger does not care
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private static Thread daemon(Runnable task) {
        Thread thread = new Thread(task, "dock");
        thread.setDaemon(true);
        return thread;
    }

    @Override
    public void close() throws IOException {
        socket.close();
        connections.shutdownNow();
    }
}
