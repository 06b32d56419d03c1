package org.pelerin.app.findings;

import java.time.Instant;

/** A file that goes with a finding; its bytes are read apart. */
public record FindingFile(
        long id, long findingId, String name, String type, int size, String sha256, Instant addedAt, String addedBy) {}
