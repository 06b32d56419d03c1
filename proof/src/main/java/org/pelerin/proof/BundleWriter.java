package org.pelerin.proof;

import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.security.PrivateKey;
import java.security.cert.CertificateEncodingException;
import java.security.cert.X509Certificate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.pelerin.core.evidence.Sha256;
import tools.jackson.databind.json.JsonMapper;

/** Writes a bundle entry by entry, with flat memory; the manifest comes after them, as it has the hashes of all others, and its signature last. */
public final class BundleWriter implements AutoCloseable {

    static final String MANIFEST = "manifest.json";
    private static final JsonMapper JSON = JsonMapper.builder().build();

    /** Writes the content of an entry. */
    public interface Content {
        void to(OutputStream out) throws IOException;
    }

    private final ZipOutputStream zip;
    private final List<Manifest.Part> parts = new ArrayList<>();

    public BundleWriter(OutputStream out) {
        zip = new ZipOutputStream(out);
    }

    public void put(String name, Content content) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        Counted counted = new Counted(zip);
        content.to(counted);
        zip.closeEntry();
        parts.add(new Manifest.Part(name, counted.size, counted.sha.hex()));
    }

    public void text(String name, String text) throws IOException {
        put(name, out -> out.write(text.getBytes(StandardCharsets.UTF_8)));
    }

    public void json(String name, Object value) throws IOException {
        text(name, text(value));
    }

    /** A value as an entry that is JSON has it. */
    public static String text(Object value) {
        return JSON.writerWithDefaultPrettyPrinter().writeValueAsString(value);
    }

    /** Writes lines; what is written is flushed at its end. */
    public interface Lines {
        void to(Writer out) throws IOException;
    }

    public void lines(String name, Lines lines) throws IOException {
        put(name, out -> {
            Writer writer = new OutputStreamWriter(out, StandardCharsets.UTF_8);
            lines.to(writer);
            writer.flush();
        });
    }

    /** Who signs the manifest. */
    public record Signer(PrivateKey key, X509Certificate certificate) {}

    /**
     * @param m without its entries
     * @param by the installation
     */
    public void finish(Manifest m, Signer by) throws IOException {
        Manifest whole = new Manifest(
                m.format(),
                m.version(),
                m.mission(),
                m.serial(),
                m.house(),
                m.madeAt(),
                m.madeBy(),
                m.recordSha256(),
                m.judgementSha256(),
                parts);
        byte[] manifest = JSON.writerWithDefaultPrettyPrinter().writeValueAsBytes(whole);
        last(MANIFEST, manifest);
        last(BundleSignature.SIGNATURE, BundleSignature.of(manifest, by.key()).getBytes(StandardCharsets.US_ASCII));
        try {
            last(
                    BundleSignature.CERTIFICATE,
                    BundleSignature.pem(by.certificate().getEncoded()).getBytes(StandardCharsets.US_ASCII));
        } catch (CertificateEncodingException e) {
            throw new IllegalStateException(e);
        }
    }

    private void last(String name, byte[] content) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(content);
        zip.closeEntry();
    }

    @Override
    public void close() throws IOException {
        zip.close();
    }

    /** Counts and hashes what goes through; closing it closes nothing. */
    private static final class Counted extends OutputStream {

        private final OutputStream out;
        private final Sha256 sha = new Sha256();
        private long size;

        Counted(OutputStream out) {
            this.out = out;
        }

        @Override
        public void write(int b) throws IOException {
            write(new byte[] {(byte) b}, 0, 1);
        }

        @Override
        public void write(byte[] bytes, int from, int length) throws IOException {
            out.write(bytes, from, length);
            sha.add(Arrays.copyOfRange(bytes, from, from + length));
            size += length;
        }
    }
}
