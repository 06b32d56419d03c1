package org.pelerin.app.collect.files;

import java.io.IOException;
import java.util.List;
import org.pelerin.core.series.Series;
import org.springframework.stereotype.Component;

/** The record of a file that was taken in, made again from its bytes by the same layout. */
@Component
public class FileRecord {

    private final FileWork work;

    FileRecord(FileWork work) {
        this.work = work;
    }

    /** Proportional to the file. */
    public List<Series> again(ForeignFile file) throws IOException {
        return work.series(file);
    }
}
