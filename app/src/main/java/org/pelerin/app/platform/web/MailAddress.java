package org.pelerin.app.platform.web;

import jakarta.mail.internet.AddressException;
import jakarta.mail.internet.InternetAddress;
import org.pelerin.app.platform.text.Length;

/** Mail addresses as they are typed. */
public final class MailAddress {

    private MailAddress() {}

    /** Whether a text is one address (RFC 822) that mail can be sent to, and no longer than is kept. */
    public static boolean valid(String text) {
        if (Length.MAIL.exceeded(text)) {
            return false;
        }
        try {
            InternetAddress address = new InternetAddress(text, true);
            return address.getAddress().equals(text) && text.indexOf('@') > 0;
        } catch (AddressException e) {
            return false;
        }
    }
}
