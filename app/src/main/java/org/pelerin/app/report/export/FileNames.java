package org.pelerin.app.report.export;

import java.text.Normalizer;
import java.time.Instant;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.report.dossier.Dossier;

/**
 * Names for files that leave, from a pattern with {site}, {spot}, {serial}, {from}, {to} and {mission}, in plain letters. The
 * mission's number is in every name, so that no file overwrites another's.
 */
final class FileNames {

    static final String USUAL = "{serial}_{spot}_{from}_m{mission}";

    private static final Pattern FIELD = Pattern.compile("\\{(\\w+)}");

    private FileNames() {}

    static String of(Dossier d, String pattern, String extension) {
        String used = pattern.contains("{mission}") ? pattern : pattern + "_m{mission}";
        Map<String, String> fields = Map.of(
                "serial", plain(d.mission().serial(), false),
                "site",
                        plain(
                                d.mission().place().site() == null
                                        ? Texts.of("report.export.fileNames.noSite")
                                        : d.mission().place().site(),
                                true),
                "spot", plain(d.mission().where(), true),
                "from", day(d.mission().records().firstAt(), d),
                "to", day(d.mission().records().lastAt(), d),
                "mission", String.valueOf(d.mission().id()));
        String name = FIELD.matcher(used)
                .replaceAll(m -> Matcher.quoteReplacement(fields.getOrDefault(m.group(1), m.group(1))));
        return name.replaceAll("[^A-Za-z0-9._-]+", "-") + "." + extension;
    }

    private static String plain(String text, boolean small) {
        String plain = Normalizer.normalize(text, Normalizer.Form.NFD)
                .replaceAll("\\p{M}+", "")
                .replaceAll("[^A-Za-z0-9]+", "-")
                .replaceAll("^-|-$", "");
        return small ? plain.toLowerCase(Locale.ROOT) : plain;
    }

    private static String day(Instant t, Dossier d) {
        return t == null ? "empty" : DateTimeFormatter.ISO_LOCAL_DATE.format(t.atZone(d.zone()));
    }
}
