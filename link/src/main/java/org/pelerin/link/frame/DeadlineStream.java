package org.pelerin.link.frame;

import java.io.FilterInputStream;
import java.io.IOException;
import java.net.Socket;
import java.net.SocketTimeoutException;
import java.util.concurrent.TimeUnit;

/** What a socket brings until a deadline, however slowly it drips: a time-out for the whole, not for each read. */
public final class DeadlineStream extends FilterInputStream {

    private final Socket socket;
    private long deadline;

    public DeadlineStream(Socket socket) throws IOException {
        super(socket.getInputStream());
        this.socket = socket;
    }

    /** Everything read from now on must have come by then. */
    public void allow(long millis) {
        deadline = System.nanoTime() + TimeUnit.MILLISECONDS.toNanos(millis);
    }

    @Override
    public int read() throws IOException {
        hurry();
        return super.read();
    }

    @Override
    public int read(byte[] b, int offset, int length) throws IOException {
        hurry();
        return super.read(b, offset, length);
    }

    private void hurry() throws IOException {
        long left = TimeUnit.NANOSECONDS.toMillis(deadline - System.nanoTime());
        if (left <= 0) {
            throw new SocketTimeoutException("too slow");
        }
        socket.setSoTimeout((int) left);
    }
}
