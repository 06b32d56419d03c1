package org.pelerin.proof;

import tools.jackson.core.StreamReadConstraints;
import tools.jackson.core.json.JsonFactory;
import tools.jackson.databind.json.JsonMapper;

/** JSON that came from elsewhere: what is larger than anything that is written here is refused while it is read, before it takes memory. */
final class StrangersJson {

    private static final int DEEPEST = 50;
    /** Values, names and brackets; the audit trail of a mission has some twenty an entry. */
    private static final long MOST_TOKENS = 1_000_000;

    private static final int LONGEST_TEXT = 16_000_000;

    static final JsonMapper MAPPER = JsonMapper.builder(JsonFactory.builder()
                    .streamReadConstraints(StreamReadConstraints.builder()
                            .maxNestingDepth(DEEPEST)
                            .maxTokenCount(MOST_TOKENS)
                            .maxStringLength(LONGEST_TEXT)
                            .build())
                    .build())
            .build();

    private StrangersJson() {}
}
