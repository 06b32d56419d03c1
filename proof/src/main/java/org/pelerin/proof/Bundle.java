package org.pelerin.proof;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import org.pelerin.core.evidence.Sha256;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A bundle that is read from a file; nothing of it is believed before it is checked. */
public final class Bundle implements AutoCloseable {

    public static final String MISSION = "mission.json";
    public static final String PLAN = "plan.json";
    public static final String LIMITS = "limits.json";
    public static final String JUDGEMENT = "judgement.json";
    public static final String FINDINGS = "findings.json";
    public static final String SIGNATURES = "signatures.json";
    public static final String AUDIT = "audit.json";
    public static final String CAPTURE = "capture.zip";
    public static final String CATALOGUE = "catalogue.json";
    public static final String SOURCE = "source-file";
    public static final String LAYOUT = "layout.json";

    private static final JsonMapper JSON = StrangersJson.MAPPER;
    private static final int MOST_ENTRIES = 64;
    private static final int LARGEST_TEXT = 64_000_000;
    /** All entries together, unpacked. */
    private static final long LARGEST = 4L << 30;
    /** How much smaller than its content an entry may be packed, from a size on at which that matters. */
    private static final long TIGHTEST = 300;

    private static final long PACKED_LARGE = 16L << 20;

    private final ZipFile zip;
    private final Manifest manifest;

    private Bundle(ZipFile zip, Manifest manifest) {
        this.zip = zip;
        this.manifest = manifest;
    }

    /** @throws BundleException if it is no bundle */
    public static Bundle open(Path file) {
        ZipFile zip;
        try {
            zip = new ZipFile(file.toFile());
        } catch (ZipException e) {
            throw new BundleException("The archive is damaged: " + e.getMessage(), e);
        } catch (IOException e) {
            throw new BundleException("The file cannot be read: " + e.getMessage(), e);
        }
        try {
            return new Bundle(zip, manifest(zip));
        } catch (RuntimeException e) {
            try {
                zip.close();
            } catch (IOException ignored) {
                // it is of no use any more
            }
            throw e;
        }
    }

    private static Manifest manifest(ZipFile zip) {
        ZipEntry entry = zip.getEntry(BundleWriter.MANIFEST);
        if (entry == null) {
            throw new BundleException("There is no manifest.json in it: this is no bundle");
        }
        if (zip.size() > MOST_ENTRIES) {
            throw new BundleException("There are more files in it than a bundle has");
        }
        sizes(zip);
        try {
            JsonNode m = JSON.readTree(bytes(zip, entry));
            int version = m.path("version").asInt(0);
            if (!Manifest.FORMAT.equals(m.path("format").asString(""))
                    || version != Manifest.VERSION && version != Manifest.UNSIGNED) {
                throw new BundleException("It is of the format “"
                        + m.path("format").asString("") + "”, version " + version + "; known is " + Manifest.FORMAT
                        + ", versions " + Manifest.UNSIGNED + " and " + Manifest.VERSION);
            }
            Manifest read = JSON.treeToValue(m, Manifest.class);
            if (read.entries() == null || read.entries().stream().anyMatch(p -> p == null || p.name() == null)) {
                throw new BundleException("Its manifest cannot be read: it names no entries");
            }
            return read;
        } catch (JacksonException e) {
            throw new BundleException("Its manifest cannot be read", e);
        }
    }

    /** Refused before anything is unpacked, by what the archive says of itself; what says too little is found out while it is read. */
    private static void sizes(ZipFile zip) {
        long all = 0;
        for (ZipEntry e : Collections.list(zip.entries())) {
            long size = Math.max(0, e.getSize());
            all += size;
            if (all > LARGEST) {
                throw new BundleException("It is larger unpacked than a bundle may be");
            }
            if (size > PACKED_LARGE && size / TIGHTEST > Math.max(0, e.getCompressedSize())) {
                throw new BundleException("“" + e.getName() + "” is packed more than " + TIGHTEST
                        + " times smaller than it is: nothing in a bundle is");
            }
        }
    }

    public Manifest manifest() {
        return manifest;
    }

    public boolean has(String name) {
        return zip.getEntry(name) != null;
    }

    /** Names of its series, one a table. */
    public List<String> series() {
        return manifest.entries().stream()
                .map(Manifest.Part::name)
                .filter(n -> n.matches("series-\\d+\\.csv"))
                .toList();
    }

    /** The names of what is in it beside the manifest and its signature. */
    Set<String> names() {
        return Collections.list(zip.entries()).stream()
                .map(ZipEntry::getName)
                .filter(n -> !n.equals(BundleWriter.MANIFEST))
                .filter(n ->
                        !signed() || !n.equals(BundleSignature.SIGNATURE) && !n.equals(BundleSignature.CERTIFICATE))
                .collect(Collectors.toCollection(TreeSet::new));
    }

    /** Names that more than one entry bears, of which a reader would see one. */
    Set<String> twice() {
        Set<String> seen = new HashSet<>();
        return Collections.list(zip.entries()).stream()
                .map(ZipEntry::getName)
                .filter(n -> !seen.add(n))
                .collect(Collectors.toCollection(TreeSet::new));
    }

    /** Whether it is of a version that is signed. */
    boolean signed() {
        return manifest.version() != Manifest.UNSIGNED;
    }

    /** The manifest's bytes, as they were signed. */
    byte[] manifestBytes() {
        return bytes(BundleWriter.MANIFEST);
    }

    /** To be closed. */
    public InputStream open(String name) {
        ZipEntry entry = zip.getEntry(name);
        if (entry == null) {
            throw new BundleException("“" + name + "” is missing");
        }
        try {
            return new DeclaredInput(zip.getInputStream(entry), name, entry.getSize());
        } catch (IOException e) {
            throw new BundleException("“" + name + "” cannot be read: " + e.getMessage(), e);
        }
    }

    public byte[] bytes(String name) {
        ZipEntry entry = zip.getEntry(name);
        if (entry == null) {
            throw new BundleException("“" + name + "” is missing");
        }
        return bytes(zip, entry);
    }

    private static byte[] bytes(ZipFile zip, ZipEntry entry) {
        try (InputStream in = new DeclaredInput(zip.getInputStream(entry), entry.getName(), entry.getSize())) {
            byte[] out = in.readNBytes(LARGEST_TEXT + 1);
            if (out.length > LARGEST_TEXT) {
                throw new BundleException("“" + entry.getName() + "” is larger than it may be");
            }
            return out;
        } catch (IOException e) {
            throw new BundleException("“" + entry.getName() + "” cannot be read: " + e.getMessage(), e);
        }
    }

    public String text(String name) {
        return new String(bytes(name), StandardCharsets.UTF_8);
    }

    public BundleMission mission() {
        try {
            return JSON.readValue(bytes(MISSION), BundleMission.class);
        } catch (JacksonException e) {
            throw new BundleException("mission.json cannot be read", e);
        } catch (NullPointerException e) {
            throw new BundleException("mission.json lacks something", e);
        }
    }

    /** How the file is read that the record was made of. */
    SourceLayout layout() {
        try {
            return JSON.readValue(bytes(LAYOUT), SourceLayout.class);
        } catch (JacksonException e) {
            throw new BundleException("layout.json cannot be read", e);
        }
    }

    /** The hash of an entry, reckoned from its bytes. */
    String sha256(String name) {
        Sha256 sha = new Sha256();
        long size = 0;
        try (InputStream in = open(name)) {
            for (byte[] some = in.readNBytes(1 << 16); some.length > 0; some = in.readNBytes(1 << 16)) {
                sha.add(some);
                size += some.length;
                if (size > LARGEST) {
                    throw new BundleException("“" + name + "” is larger than it may be");
                }
            }
        } catch (IOException e) {
            throw new BundleException("“" + name + "” is damaged: " + e.getMessage(), e);
        }
        return sha.hex();
    }

    @Override
    public void close() {
        try {
            zip.close();
        } catch (IOException e) {
            throw new BundleException("The file cannot be closed: " + e.getMessage(), e);
        }
    }
}
