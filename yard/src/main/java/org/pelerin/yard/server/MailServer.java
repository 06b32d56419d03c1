package org.pelerin.yard.server;

import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.Part;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.net.InetAddress;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Properties;
import org.subethamail.smtp.RejectException;
import org.subethamail.smtp.server.SMTPServer;

/** A mail server (RFC 5321) that takes everything, passes nothing on and shows what it got; on demand it takes nothing. */
public final class MailServer implements AutoCloseable {

    private static final int KEPT = 100;
    private static final int TRY_LATER = 451;

    /** A mail as it arrived; the newest first. */
    public record Mail(String to, String from, String subject, String text) {}

    private final SMTPServer server;
    private final Deque<Mail> mails = new ArrayDeque<>();
    private boolean refusing;

    /** @param port 0 for any free one */
    public MailServer(int port) {
        server = SMTPServer.port(port)
                .bindAddress(InetAddress.getLoopbackAddress())
                .hostName("yard.invalid")
                .messageHandler((context, from, to, data) -> take(from, to, data))
                .build();
        server.start();
    }

    public int port() {
        return server.getPortAllocated();
    }

    private synchronized void take(String from, String to, byte[] data) throws RejectException {
        if (refusing) {
            throw new RejectException(TRY_LATER, "The postman is on strike");
        }
        try {
            MimeMessage m = new MimeMessage(Session.getInstance(new Properties()), new ByteArrayInputStream(data));
            mails.addFirst(new Mail(to, from, m.getSubject(), text(m)));
        } catch (MessagingException | IOException e) {
            throw new RejectException(554, "This is no mail: " + e.getMessage());
        }
        while (mails.size() > KEPT) {
            mails.removeLast();
        }
    }

    /** What can be read of it; of files that come along their names. */
    private static String text(Part part) throws MessagingException, IOException {
        if (part.getFileName() != null) {
            return "[" + part.getFileName() + ", " + part.getContentType().replaceAll(";.*", "") + "]";
        }
        if (!(part.getContent() instanceof Multipart several)) {
            return String.valueOf(part.getContent());
        }
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < several.getCount(); i++) {
            out.append(out.isEmpty() ? "" : "\n").append(text(several.getBodyPart(i)));
        }
        return out.toString();
    }

    /** Whether it takes nothing from now on. */
    synchronized void refuse(boolean now) {
        refusing = now;
    }

    /** The newest first. */
    synchronized List<Mail> received() {
        return List.copyOf(mails);
    }

    @Override
    public void close() {
        server.stop();
    }
}
