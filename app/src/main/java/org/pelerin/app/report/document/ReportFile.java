package org.pelerin.app.report.document;

import java.util.List;
import java.util.stream.IntStream;
import org.pelerin.app.platform.pdf.AttachedFile;
import org.pelerin.core.evidence.Sha256;

/** A file that is embedded in a report; its bytes are read from it. */
public record ReportFile(int seq, String name, String type, String what, int size, String sha256) {

    /** In their order, each with the hash of its bytes. */
    static List<ReportFile> of(List<AttachedFile> files) {
        return IntStream.range(0, files.size())
                .mapToObj(i -> {
                    AttachedFile f = files.get(i);
                    return new ReportFile(i, f.name(), f.type(), f.what(), f.bytes().length, Sha256.of(f.bytes()));
                })
                .toList();
    }
}
