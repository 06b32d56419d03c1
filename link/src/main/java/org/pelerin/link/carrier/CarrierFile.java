package org.pelerin.link.carrier;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.PrimitiveIterator;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.link.message.LoggerState;
import org.pelerin.link.message.MalformedMessageException;
import org.pelerin.link.message.MemoryPage;
import org.pelerin.link.message.MissionHeader;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.link.message.PageTable;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * Carrier files: a ZIP archive with {@code manifest.json} first, then {@code header.bin} and {@code pages-0.bin} … {@code
 * pages-3.bin}, one a part of the logger's memory, pages of 512 bytes end to end. The manifest has the SHA-256 of each. The format is
 * described in {@code docs/formats/carrier.md}.
 */
public final class CarrierFile {

    public static final String FORMAT = "pelerin-carrier";
    public static final int VERSION = 1;

    /** Nothing larger is unpacked: 8 million wide values and then some. */
    static final long LARGEST = 64L * 1024 * 1024;

    private static final int LARGEST_MANIFEST = 64 * 1024;
    private static final int MOST_ENTRIES = 8;
    private static final String MANIFEST = "manifest.json";
    private static final String HEADER = "header.bin";

    private static final JsonMapper JSON = JsonMapper.builder()
            .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .build();

    private record Manifest(
            String format,
            int version,
            String serial,
            int mission,
            String state,
            long firstRecord,
            long endRecord,
            long copiedAt,
            String header,
            List<Part> parts) {}

    private record Part(String file, long firstPage, long endPage, String sha256) {}

    private CarrierFile() {}

    public static void write(Carrier carrier, OutputStream to) throws IOException {
        List<Part> parts = new ArrayList<>();
        Map<String, byte[]> files = new HashMap<>();
        int at = 0;
        for (int p = 0; p < carrier.info().parts().size(); p++) {
            MissionInfo.Pages pages = carrier.info().parts().get(p);
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            for (long n = 0; n < pages.count(); n++) {
                bytes.writeBytes(carrier.pages().get(at++));
            }
            String name = "pages-" + p + ".bin";
            files.put(name, bytes.toByteArray());
            parts.add(new Part(name, pages.first(), pages.end(), sha(bytes.toByteArray())));
        }
        MissionInfo info = carrier.info();
        Manifest manifest = new Manifest(
                FORMAT,
                VERSION,
                carrier.serial(),
                info.number(),
                info.state().name(),
                info.firstRecord(),
                info.endRecord(),
                carrier.copiedAt().toEpochMilli(),
                sha(carrier.header()),
                parts);
        try (ZipOutputStream zip = new ZipOutputStream(to)) {
            put(zip, MANIFEST, JSON.writerWithDefaultPrettyPrinter().writeValueAsBytes(manifest));
            put(zip, HEADER, carrier.header());
            for (Part part : parts) {
                put(zip, part.file, files.get(part.file));
            }
        }
    }

    private static void put(ZipOutputStream zip, String name, byte[] bytes) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(bytes);
        zip.closeEntry();
    }

    private static String sha(byte[] bytes) {
        return new Sha256().add(bytes).hex();
    }

    /**
     * Reads a carrier file and looks at everything in it: nothing of it is believed before.
     *
     * @throws CarrierException if it is not whole, or not what it says
     */
    public static Carrier read(byte[] file) {
        Map<String, byte[]> entries = unpack(file);
        byte[] text = entries.remove(MANIFEST);
        if (text == null) {
            throw new CarrierException("There is no manifest.json in it: this is not a carrier file");
        }
        Manifest m = manifest(text);
        byte[] header = checked(entries, HEADER, m.header);
        try {
            MissionHeader said = MissionHeader.decode(header);
            if (!said.serial().equals(m.serial) || said.number() != m.mission) {
                throw new CarrierException("Its header is of " + said.serial() + ", mission " + said.number()
                        + ", its manifest of " + m.serial + ", mission " + m.mission);
            }
        } catch (MalformedMessageException e) {
            throw new CarrierException("Its header is damaged: " + e.getMessage(), e);
        }
        MissionInfo info = info(m);
        List<byte[]> pages = new ArrayList<>();
        for (Part part : m.parts) {
            split(checked(entries, part.file, part.sha256), part, pages);
        }
        if (!entries.isEmpty()) {
            throw new CarrierException("There is something in it that its manifest does not name: "
                    + entries.keySet().iterator().next());
        }
        checkPages(pages, info);
        return new Carrier(m.serial, info, Instant.ofEpochMilli(m.copiedAt), header, pages);
    }

    private static Map<String, byte[]> unpack(byte[] file) {
        Map<String, byte[]> out = new HashMap<>();
        long total = 0;
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(file))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                String name = entry.getName();
                boolean known = name.equals(MANIFEST) || name.equals(HEADER) || name.matches("pages-[0-3]\\.bin");
                if (!known) {
                    throw new CarrierException(
                            "There is a file in it that does not belong there: “" + plain(name) + "”");
                }
                long room = name.equals(MANIFEST) ? LARGEST_MANIFEST : LARGEST - total;
                byte[] bytes = bounded(zip, room);
                total += bytes.length;
                if (out.put(name, bytes) != null || out.size() > MOST_ENTRIES) {
                    throw new CarrierException("“" + name + "” is in it twice");
                }
            }
        } catch (ZipException e) {
            throw new CarrierException("The archive is damaged: " + e.getMessage(), e);
        } catch (IOException e) {
            throw new CarrierException("The archive is cut off or damaged", e);
        }
        return out;
    }

    private static String plain(String name) {
        String clean = name.replaceAll("[^\\x20-\\x7e]", "?");
        return clean.length() > 60 ? clean.substring(0, 60) + "…" : clean;
    }

    /** Never more is unpacked than there is room for, whatever the archive says of its sizes. */
    private static byte[] bounded(InputStream in, long room) throws IOException {
        byte[] bytes = in.readNBytes((int) Math.min(Integer.MAX_VALUE - 8L, room + 1));
        if (bytes.length > room) {
            throw new CarrierException("It unpacks to more than a logger can hold");
        }
        return bytes;
    }

    private static Manifest manifest(byte[] text) {
        Manifest m;
        try {
            m = JSON.readValue(text, Manifest.class);
        } catch (JacksonException e) {
            throw new CarrierException(
                    "Its manifest cannot be read at "
                            + e.getPathReference().replaceAll("[\\w.]+\\$Manifest|[\\w.]+\\$Part", "") + ": "
                            + e.getOriginalMessage(),
                    e);
        }
        if (!FORMAT.equals(m.format) || m.version != VERSION) {
            throw new CarrierException("It is of the format “" + m.format + "”, version " + m.version + "; known is "
                    + FORMAT + ", version " + VERSION);
        }
        if (m.serial == null || m.parts == null || m.parts.isEmpty() || m.parts.contains(null)) {
            throw new CarrierException("Its manifest names no logger or no pages");
        }
        return m;
    }

    private static MissionInfo info(Manifest m) {
        try {
            List<MissionInfo.Pages> parts = m.parts.stream()
                    .map(p -> new MissionInfo.Pages(p.firstPage, p.endPage))
                    .toList();
            boolean sense = parts.stream()
                    .allMatch(p -> p.first() >= 0
                            && p.end() >= p.first()
                            && (p.count() == 0 || PageTable.of(p.first()) == PageTable.of(p.end() - 1)));
            if (!sense || m.firstRecord < 0 || m.endRecord < m.firstRecord) {
                throw new CarrierException("Its manifest makes no sense: pages or records end before they begin");
            }
            return new MissionInfo(m.mission, LoggerState.valueOf(m.state), m.firstRecord, m.endRecord, parts);
        } catch (IllegalArgumentException | NullPointerException | MalformedMessageException e) {
            throw new CarrierException("Its manifest makes no sense: " + e.getMessage(), e);
        }
    }

    private static byte[] checked(Map<String, byte[]> entries, String name, String sha256) {
        byte[] bytes = entries.remove(name);
        if (bytes == null) {
            throw new CarrierException("“" + name + "” is missing");
        }
        if (!sha(bytes).equals(sha256)) {
            throw new CarrierException("“" + name + "” is not what its checksum says: it was damaged or changed");
        }
        return bytes;
    }

    private static void split(byte[] bytes, Part part, List<byte[]> pages) {
        long count = part.endPage - part.firstPage;
        if (bytes.length != count * MemoryPage.SIZE) {
            throw new CarrierException("“" + part.file + "” has " + bytes.length + " bytes, not " + count + " pages");
        }
        for (int at = 0; at < bytes.length; at += MemoryPage.SIZE) {
            pages.add(Arrays.copyOfRange(bytes, at, at + MemoryPage.SIZE));
        }
    }

    private static void checkPages(List<byte[]> pages, MissionInfo info) {
        PrimitiveIterator.OfLong numbers = info.pageNumbers().iterator();
        for (byte[] page : pages) {
            long number = numbers.nextLong();
            if (!MemoryPage.intact(page)
                    || MemoryPage.number(page) != number
                    || MemoryPage.mission(page) != info.number()) {
                throw new CarrierException("Page " + number + " is damaged, or another page");
            }
        }
    }
}
