package org.pelerin.app.fleet.hooks;

import java.net.Inet6Address;
import java.net.InetAddress;
import java.net.URI;
import java.net.UnknownHostException;
import java.util.Arrays;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import org.pelerin.app.platform.language.Texts;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * Where web hooks may go: to no address of this machine, of its network or of none at all, however it is spelt (IANA special-purpose registries, RFC 6890),
 * unless the installation names its host. Asked when a hook is added, and again whenever something is sent, of all addresses that the name has then.
 */
@Component
class Receivers {

    private final Set<String> exceptions;

    /** @param exceptions hosts, as they stand in addresses, set apart by blanks or commas */
    Receivers(@Value("${pelerin.hook-exceptions:}") String exceptions) {
        this.exceptions = Arrays.stream(exceptions.toLowerCase(Locale.ROOT).split("[\\s,]+"))
                .filter(h -> !h.isEmpty())
                .collect(Collectors.toSet());
    }

    /** Why nothing is sent there, without a full stop; empty if it may be. A name that has no address now may be: it is asked again. */
    String refused(String url) {
        String host = URI.create(url).getHost();
        if (host == null) {
            return Texts.of("fleet.hooks.receivers.namesNoHostThatCan", "url", url);
        }
        if (exceptions.contains(host.toLowerCase(Locale.ROOT))) {
            return "";
        }
        try {
            for (InetAddress a : InetAddress.getAllByName(host)) {
                if (inside(a)) {
                    return Texts.of("fleet.hooks.receivers.isAnAddressOfThis", "host", host);
                }
            }
            return "";
        } catch (UnknownHostException e) {
            return "";
        }
    }

    static boolean inside(InetAddress a) {
        return a.isLoopbackAddress()
                || a.isAnyLocalAddress()
                || a.isLinkLocalAddress()
                || a.isSiteLocalAddress()
                || a.isMulticastAddress()
                || (a instanceof Inet6Address ? insideV6(a.getAddress()) : insideV4(a.getAddress(), 0));
    }

    private static boolean insideV4(byte[] b, int at) {
        int first = b[at] & 0xff;
        int second = b[at + 1] & 0xff;
        int third = b[at + 2] & 0xff;
        return first == 0
                || first == 10
                || first == 127
                || first == 100 && (second & 0xc0) == 64
                || first == 169 && second == 254
                || first == 172 && (second & 0xf0) == 16
                || first == 192 && (second == 168 || second == 0 && third == 0)
                || first == 198 && (second & 0xfe) == 18
                || first >= 224;
    }

    /** Unique local addresses, and those that carry an address of version 4: compatible, translated, 6to4. */
    private static boolean insideV6(byte[] b) {
        if ((b[0] & 0xfe) == 0xfc) {
            return true;
        }
        boolean zeros = true;
        for (int i = 0; i < 12; i++) {
            zeros &= b[i] == 0;
        }
        boolean translated =
                (b[0] & 0xff) == 0x00 && (b[1] & 0xff) == 0x64 && (b[2] & 0xff) == 0xff && (b[3] & 0xff) == 0x9b;
        return (zeros || translated) && insideV4(b, 12)
                || (b[0] & 0xff) == 0x20 && (b[1] & 0xff) == 0x02 && insideV4(b, 2);
    }
}
