package org.pelerin.link.tcp;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.SocketTimeoutException;
import java.time.Duration;
import java.util.function.Consumer;
import java.util.function.Function;
import org.pelerin.link.LinkException;
import org.pelerin.link.frame.DeadlineStream;
import org.pelerin.link.frame.Frame;
import org.pelerin.link.frame.FrameCodec;
import org.pelerin.link.frame.FrameException;
import org.pelerin.link.message.MalformedMessageException;
import org.pelerin.link.message.MessageType;
import org.pelerin.link.message.PayloadReader;
import org.pelerin.link.message.Refusal;
import org.pelerin.link.message.RefusedException;

/**
 * Requests and answers over one socket, one at a time.
 *
 * <p>A request is tried up to {@value #TRIES} times: the socket is opened anew after damage, silence or a break, and an
 * answer that belongs to an earlier request is passed over.
 */
final class TcpConnection implements AutoCloseable {

    static final int TRIES = 3;
    private static final int STALE_ANSWERS = 16;

    private final InetSocketAddress address;
    private final Duration timeout;
    private Runnable afterConnect;
    private Socket socket;
    private InputStream in;
    private DeadlineStream deadline;
    private int lastId;

    /** @param afterConnect sends what every new connection must begin with; may do nothing */
    TcpConnection(InetSocketAddress address, Duration timeout, Consumer<TcpConnection> afterConnect) {
        this.address = address;
        this.timeout = timeout;
        this.afterConnect = () -> afterConnect.accept(this);
    }

    /** From now on every new connection begins with this request too. */
    synchronized void repeatOnConnect(int type, byte[] payload) {
        Runnable before = afterConnect;
        afterConnect = () -> {
            before.run();
            try {
                exchange(type, payload);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        };
    }

    /** @param decode takes the answer apart; what it finds malformed counts as damage on the way */
    synchronized <T> T request(int type, byte[] payload, Function<byte[], T> decode) {
        return request(type, payload, decode, TRIES);
    }

    /** For requests that must not be repeated blindly, as what they do may have been done. */
    synchronized void requestOnce(int type, byte[] payload) {
        request(type, payload, answer -> answer, 1);
    }

    private <T> T request(int type, byte[] payload, Function<byte[], T> decode, int tries) {
        IOException last = null;
        for (int i = 0; i < tries; i++) {
            try {
                if (socket == null) {
                    connect();
                }
                return decode.apply(exchange(type, payload));
            } catch (IOException e) {
                last = e;
                close();
            } catch (MalformedMessageException e) {
                last = new FrameException(e.getMessage());
                close();
            }
        }
        throw new LinkException(reason(last), last);
    }

    byte[] exchange(int type, byte[] payload) throws IOException {
        lastId = lastId + 1 & 0xffff;
        // for the whole answer: a peer that drips a byte at a time holds up nobody
        deadline.allow(timeout.toMillis());
        FrameCodec.write(socket.getOutputStream(), new Frame(type, lastId, payload));
        for (int i = 0; i < STALE_ANSWERS; i++) {
            Frame answer = FrameCodec.read(in);
            if (answer.id() != lastId) {
                continue;
            }
            if (answer.type() == MessageType.REFUSAL) {
                PayloadReader refusal = new PayloadReader(answer.payload());
                throw new RefusedException(Refusal.ofCode(refusal.u8()), refusal.text());
            }
            if (answer.type() != (type | MessageType.ANSWER)) {
                throw new FrameException("the answer is to another question");
            }
            return answer.payload();
        }
        throw new FrameException("no answer among " + STALE_ANSWERS + " messages");
    }

    private void connect() throws IOException {
        Socket fresh = new Socket();
        try {
            fresh.setTcpNoDelay(true);
            fresh.setSoTimeout((int) timeout.toMillis());
            fresh.connect(address, (int) timeout.toMillis());
            deadline = new DeadlineStream(fresh);
            in = new BufferedInputStream(deadline);
            socket = fresh;
            afterConnect.run();
        } catch (UncheckedIOException e) {
            socket = null;
            fresh.close();
            throw e.getCause();
        } catch (IOException | RuntimeException e) {
            socket = null;
            fresh.close();
            throw e;
        }
    }

    private static String reason(IOException e) {
        if (e instanceof SocketTimeoutException) {
            return "The logger does not answer";
        }
        return e instanceof FrameException
                ? "The link is disturbed: " + e.getMessage()
                : "The connection to the logger broke";
    }

    @Override
    public synchronized void close() {
        if (socket != null) {
            try {
                socket.close();
            } catch (IOException e) {
                // nothing is lost: it was to be closed
            }
            socket = null;
        }
    }
}
