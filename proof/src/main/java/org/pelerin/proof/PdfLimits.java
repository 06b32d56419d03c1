package org.pelerin.proof;

import java.nio.charset.StandardCharsets;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.DataFormatException;
import java.util.zip.Inflater;

/**
 * Looks through a stranger's PDF (ISO 32000) before it is opened: its compressed parts are unpacked piece by piece and thrown away, so that what would fill
 * the memory is known before it does, packed within packed, too. What reports made here never use, and would hide its size, is refused: encryption, other
 * packings, a packing that is named elsewhere.
 */
public final class PdfLimits {

    /** Of one part, unpacked. */
    private static final long LARGEST_PART = 128L << 20;
    /** Of all parts. */
    private static final long LARGEST = 512L << 20;

    private static final String OTHERWISE = "It is encrypted or packed in a way that documents made here are not";

    private static final byte[] STREAM = "stream".getBytes(StandardCharsets.US_ASCII);
    private static final byte[] END = "end".getBytes(StandardCharsets.US_ASCII);
    private static final int ZLIB = 0x78;

    private static final Pattern HIDDEN = Pattern.compile(
            "/(Encrypt|ASCIIHexDecode|AHx|ASCII85Decode|A85|LZWDecode|LZW|RunLengthDecode|RL|Crypt)(?![A-Za-z])"
                    // named elsewhere
                    + "|/Filter\\s+\\d+\\s+\\d+\\s+R");

    private static final Pattern ESCAPE = Pattern.compile("#([0-9A-Fa-f]{2})");
    /** Characters before a part that say how it is packed. */
    private static final int SAID = 4096;

    private static final int TRAILER = 1 << 16;

    private final byte[] pdf;
    private long whole;

    private PdfLimits(byte[] pdf) {
        this.pdf = pdf;
    }

    /** Why it is not opened, without a full stop; empty where it can be. */
    public static Optional<String> refusal(byte[] pdf) {
        return new PdfLimits(pdf).look();
    }

    private Optional<String> look() {
        for (int at = next(0); at >= 0; at = next(at + STREAM.length)) {
            if (hides(said(at))) {
                return Optional.of(OTHERWISE);
            }
            int begin = at + STREAM.length;
            if (begin < pdf.length && pdf[begin] == '\r') {
                begin++;
            }
            if (begin < pdf.length && pdf[begin] == '\n') {
                begin++;
            }
            if (begin < pdf.length && pdf[begin] == ZLIB) {
                long size = unpacked(begin);
                if (size > LARGEST_PART || whole > LARGEST) {
                    return Optional.of("Unpacked it would be too large");
                }
            }
        }
        for (int at = find(0, "trailer"); at >= 0; at = find(at + 1, "trailer")) {
            if (hides(text(at, Math.min(pdf.length, at + TRAILER)))) {
                return Optional.of(OTHERWISE);
            }
        }
        return Optional.empty();
    }

    /** The dictionary of a part, as far as it is read: from the object's beginning on. */
    private String said(int at) {
        String before = text(Math.max(0, at - SAID), at);
        int object = before.lastIndexOf(" obj");
        return object < 0 ? before : before.substring(object);
    }

    /** Names may be written with their letters as numbers. */
    private static boolean hides(String said) {
        return HIDDEN.matcher(ESCAPE.matcher(said)
                        .replaceAll(
                                m -> Matcher.quoteReplacement(String.valueOf((char) Integer.parseInt(m.group(1), 16)))))
                .find();
    }

    private int find(int from, String word) {
        byte[] what = word.getBytes(StandardCharsets.US_ASCII);
        for (int i = from; i + what.length <= pdf.length; i++) {
            if (matches(i, what)) {
                return i;
            }
        }
        return -1;
    }

    /** The next beginning of a part, which is not the end of one. */
    private int next(int from) {
        for (int i = from; i + STREAM.length <= pdf.length; i++) {
            if (matches(i, STREAM) && (i < END.length || !matches(i - END.length, END))) {
                return i;
            }
        }
        return -1;
    }

    private boolean matches(int at, byte[] what) {
        for (int i = 0; i < what.length; i++) {
            if (pdf[at + i] != what[i]) {
                return false;
            }
        }
        return true;
    }

    private String text(int from, int to) {
        return new String(pdf, from, Math.max(0, to - from), StandardCharsets.ISO_8859_1);
    }

    /** How large a part is unpacked, and what is packed in it; what is no packed part is none. */
    private long unpacked(int from) {
        Inflater inflater = new Inflater();
        inflater.setInput(pdf, from, pdf.length - from);
        byte[] buffer = new byte[1 << 16];
        Inflater inner = null;
        byte[] within = new byte[1 << 16];
        long size = 0;
        long inside = 0;
        try {
            while (!inflater.finished() && size <= LARGEST_PART && whole <= LARGEST) {
                int n = inflater.inflate(buffer);
                if (n == 0 && (inflater.needsInput() || inflater.needsDictionary())) {
                    break;
                }
                if (size == 0 && n > 0 && buffer[0] == ZLIB) {
                    inner = new Inflater();
                }
                size += n;
                whole += n;
                if (inner != null) {
                    inner.setInput(buffer, 0, n);
                    for (int m = inflated(inner, within); m > 0; m = inflated(inner, within)) {
                        inside += m;
                        whole += m;
                        if (inside > LARGEST_PART || whole > LARGEST) {
                            return inside;
                        }
                    }
                }
            }
        } catch (DataFormatException e) {
            // damaged from here on; the reader of PDFs takes what came before
            return Math.max(size, inside);
        } finally {
            inflater.end();
            if (inner != null) {
                inner.end();
            }
        }
        return Math.max(size, inside);
    }

    private static int inflated(Inflater inner, byte[] into) {
        try {
            return inner.inflate(into);
        } catch (DataFormatException e) {
            return 0;
        }
    }
}
