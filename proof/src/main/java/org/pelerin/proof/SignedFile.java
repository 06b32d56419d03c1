package org.pelerin.proof;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import org.bouncycastle.asn1.ASN1InputStream;
import org.bouncycastle.asn1.cms.ContentInfo;
import org.bouncycastle.cms.CMSException;
import org.bouncycastle.cms.CMSProcessable;
import org.bouncycastle.cms.CMSSignedData;
import org.bouncycastle.cms.CMSSignedDataStreamGenerator;

/**
 * One file of any kind together with a signature over its bytes: an associated signature container (ASiC-S with CAdES, ETSI EN 319 162-1), which is a ZIP
 * archive of the file and of {@value #SIGNATURE}, a detached signature (CAdES baseline B, ETSI EN 319 122-1) that other programs check as well.
 */
public final class SignedFile {

    /** What is written to be signed. */
    public interface Content {
        void write(OutputStream to) throws IOException;
    }

    static final String SIGNATURE = "META-INF/signature.p7s";

    private static final String KIND = "mimetype";
    private static final byte[] ASIC = "application/vnd.etsi.asic-s+zip".getBytes(StandardCharsets.US_ASCII);
    private static final int LARGEST_SIGNATURE = 1_000_000;
    private static final long LARGEST = 4L << 30;

    private SignedFile() {}

    /**
     * Writes a file and signs it, in one pass; nothing of it is held.
     *
     * @param name of the file, without a folder
     * @param at when it is signed
     */
    public static void write(OutputStream to, String name, CmsSignature.Signer by, Instant at, Content content)
            throws IOException {
        ZipOutputStream zip = new ZipOutputStream(to, StandardCharsets.UTF_8);
        ZipEntry kind = new ZipEntry(KIND);
        CRC32 crc = new CRC32();
        crc.update(ASIC);
        kind.setMethod(ZipEntry.STORED);
        kind.setSize(ASIC.length);
        kind.setCrc(crc.getValue());
        zip.putNextEntry(kind);
        zip.write(ASIC);
        zip.putNextEntry(new ZipEntry(name));
        ByteArrayOutputStream signature = new ByteArrayOutputStream();
        CMSSignedDataStreamGenerator generator =
                CmsSignature.signing(new CMSSignedDataStreamGenerator(), by, at.truncatedTo(ChronoUnit.SECONDS));
        try (OutputStream signed = generator.open(signature, false)) {
            content.write(new OutputStream() {
                @Override
                public void write(int b) throws IOException {
                    write(new byte[] {(byte) b}, 0, 1);
                }

                @Override
                public void write(byte[] bytes, int from, int length) throws IOException {
                    zip.write(bytes, from, length);
                    signed.write(bytes, from, length);
                }
            });
        }
        zip.putNextEntry(new ZipEntry(SIGNATURE));
        zip.write(signature.toByteArray());
        zip.finish();
        zip.flush();
    }

    /** Whether an archive has a signature at its place. */
    public static boolean is(Set<String> entries) {
        return entries.contains(SIGNATURE);
    }

    /** The signature over the one file, and whose that is. */
    public static BundleCheck.Outcome check(Path archive, Trust trust) {
        List<String> troubles = new ArrayList<>();
        List<String> checked = new ArrayList<>();
        List<String> left = new ArrayList<>();
        String unreadable = null;
        BundleCheck.Origin origin = null;
        try (ZipFile zip = new ZipFile(archive.toFile())) {
            ZipEntry file = file(zip);
            CMSSignedData data = new CMSSignedData(content(zip, file), signature(zip));
            for (CmsSignature.SignedBy s : CmsSignature.verified(data, troubles)) {
                origin = new BundleCheck.Origin(
                        Trust.name(s.certificate()), Trust.fingerprint(s.certificate()), trust.of(s.certificate()));
                checked.add("every byte of " + file.getName() + ", by its signature by " + origin.name()
                        + s.at().map(at -> ", dated " + at).orElse(""));
                if (!origin.trusted()) {
                    left.add(BundleCheck.untrusted(origin, trust));
                }
            }
        } catch (BundleException e) {
            unreadable = e.getMessage();
        } catch (CMSException e) {
            unreadable = "Its signature cannot be read";
        } catch (IOException | RuntimeException e) {
            unreadable = "The archive is damaged: " + e.getMessage();
        }
        return new BundleCheck.Outcome(
                troubles, checked, left, Optional.ofNullable(unreadable), Optional.ofNullable(origin));
    }

    /**
     * The name and the bytes of the file in a container.
     *
     * @throws BundleException if it is larger than that, or there is not one
     */
    public static byte[] file(Path archive, int largest) throws IOException {
        try (ZipFile zip = new ZipFile(archive.toFile());
                InputStream in = zip.getInputStream(file(zip))) {
            byte[] bytes = in.readNBytes(largest + 1);
            if (bytes.length > largest) {
                throw new BundleException("The file in it is larger than " + (largest >> 20) + " MB");
            }
            return bytes;
        }
    }

    /** The one that is signed. Whatever else is in it would be signed by nobody. */
    private static ZipEntry file(ZipFile zip) {
        ZipEntry found = null;
        Set<String> names = new HashSet<>();
        for (ZipEntry e : zip.stream().toList()) {
            if (!names.add(e.getName())) {
                throw new BundleException("It holds two files of the name " + e.getName());
            }
            if (e.getName().equals(KIND) || e.getName().equals(SIGNATURE)) {
                continue;
            }
            if (found != null || e.isDirectory() || e.getName().startsWith("META-INF/")) {
                throw new BundleException("It holds more than one file: no signature is over " + e.getName());
            }
            found = e;
        }
        if (found == null) {
            throw new BundleException("There is no file in it beside the signature");
        }
        return found;
    }

    private static CMSProcessable content(ZipFile zip, ZipEntry file) {
        return new CMSProcessable() {
            @Override
            public void write(OutputStream to) throws IOException {
                try (InputStream in = zip.getInputStream(file)) {
                    long read = 0;
                    byte[] some = new byte[1 << 16];
                    for (int n = in.read(some); n >= 0; n = in.read(some)) {
                        read += n;
                        if (read > LARGEST) {
                            throw new IOException("the file in it is too large");
                        }
                        to.write(some, 0, n);
                    }
                }
            }

            @Override
            public Object getContent() {
                return file;
            }
        };
    }

    private static ContentInfo signature(ZipFile zip) throws IOException {
        try (InputStream in = zip.getInputStream(zip.getEntry(SIGNATURE))) {
            byte[] bytes = in.readNBytes(LARGEST_SIGNATURE + 1);
            if (bytes.length > LARGEST_SIGNATURE) {
                throw new BundleException("Its signature is too large");
            }
            try (ASN1InputStream asn1 = new ASN1InputStream(new ByteArrayInputStream(bytes))) {
                return ContentInfo.getInstance(asn1.readObject());
            }
        } catch (IllegalArgumentException e) {
            throw new BundleException("Its signature cannot be read", e);
        }
    }
}
