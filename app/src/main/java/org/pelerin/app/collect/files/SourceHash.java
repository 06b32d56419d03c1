package org.pelerin.app.collect.files;

import java.util.Optional;
import org.pelerin.app.collect.CaptureStore;
import org.springframework.stereotype.Component;

/** The hash of what a mission's record was made of, its capture or its file, reckoned from the bytes that are stored. */
@Component
public class SourceHash {

    private final CaptureStore captures;
    private final FileService files;

    SourceHash(CaptureStore captures, FileService files) {
        this.captures = captures;
        this.files = files;
    }

    /** Empty where there is neither. Proportional to the record. */
    public Optional<String> of(long mission) {
        return captures.reckoned(mission).or(() -> files.ofMission(mission).map(f -> files.reckoned(f.id())));
    }
}
