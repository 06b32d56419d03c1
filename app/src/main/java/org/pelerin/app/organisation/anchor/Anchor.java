package org.pelerin.app.organisation.anchor;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * A head of the audit trail, as it was at an instant; {@code docs/formats/anchor.md}.
 *
 * @param certificate fingerprint of whose signature it bears; empty for none
 * @param signature Ed25519 over {@link #signed}, in Base64; empty for none
 */
public record Anchor(long sequence, String hash, Instant at, String certificate, String signature) {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    /** One that nobody signed. */
    static Anchor bare(long sequence, String hash) {
        return new Anchor(sequence, hash, null, "", "");
    }

    /** What the signature is over. */
    byte[] signed() {
        return ("pelerin audit head\n" + sequence + "\n" + hash + "\n" + at.toEpochMilli() + "\n")
                .getBytes(StandardCharsets.US_ASCII);
    }

    /** As a line of a file, without its end, or as a part of a message. */
    public Map<String, Object> document() {
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("sequence", sequence);
        out.put("hash", hash);
        out.put("at", at.toString());
        out.put("certificate", certificate);
        out.put("signature", signature);
        return out;
    }

    String line() {
        return JSON.writeValueAsString(document());
    }

    /** Empty for what is no such line. */
    static Optional<Anchor> read(String line) {
        try {
            JsonNode n = JSON.readTree(line);
            String hash = n.path("hash").asString("");
            return hash.matches("[0-9a-f]{64}") && n.path("sequence").isIntegralNumber()
                    ? Optional.of(new Anchor(
                            n.path("sequence").asLong(),
                            hash,
                            Instant.parse(n.path("at").asString("")),
                            n.path("certificate").asString(""),
                            n.path("signature").asString("")))
                    : Optional.empty();
        } catch (JacksonException | java.time.DateTimeException e) {
            return Optional.empty();
        }
    }
}
