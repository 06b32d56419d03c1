package org.pelerin.app.report;

import java.text.Normalizer;
import java.time.format.DateTimeFormatter;

/** Names for files that leave: serial, spot and first day, in plain letters. */
final class FileNames {

    private FileNames() {}

    static String of(Dossier d, String extension) {
        String spot = Normalizer.normalize(d.mission().where(), Normalizer.Form.NFD)
                .replaceAll("\\p{M}+", "")
                .replaceAll("[^A-Za-z0-9]+", "-")
                .replaceAll("^-|-$", "")
                .toLowerCase(java.util.Locale.ROOT);
        String day = d.mission().firstAt() == null
                ? "empty"
                : DateTimeFormatter.ISO_LOCAL_DATE.format(d.mission().firstAt().atZone(d.zone()));
        return d.mission().serial() + "_" + spot + "_" + day + "_m"
                + d.mission().id() + "." + extension;
    }
}
