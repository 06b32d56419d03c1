package org.pelerin.app.evidence;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.IOException;
import java.io.Writer;
import java.util.List;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.pelerin.app.platform.text.CsvCell;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.core.evidence.AuditEntry;
import org.springframework.stereotype.Service;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.ObjectWriteContext;
import tools.jackson.core.json.JsonFactory;

/** Entries of the audit trail that somebody looks for, the newest first; files are written page by page, seals among them, without which the chain has holes. */
@Service
public class AuditSearch {

    private static final int AT_ONCE = 500;
    private static final JsonFactory JSON = new JsonFactory();

    private final AuditMapper entries;
    private final Formats show;

    AuditSearch(AuditMapper entries, Formats show) {
        this.entries = entries;
        this.show = show;
    }

    List<AuditedChange> page(AuditFilter filter, int size) {
        return entries.search(filter.wanted(show.home()), size).stream()
                .map(s -> AuditedChange.of(s.entry(), s.hash()))
                .toList();
    }

    private void each(AuditFilter filter, Consumer<AuditMapper.Stored> with) {
        AuditFilter.Wanted wanted = filter.wanted(show.home()).withSeals();
        while (true) {
            List<AuditMapper.Stored> page = entries.search(wanted, AT_ONCE);
            page.forEach(with);
            if (page.size() < AT_ONCE) {
                return;
            }
            wanted = new AuditFilter.Wanted(
                    wanted.who(),
                    wanted.text(),
                    true,
                    wanted.from(),
                    wanted.until(),
                    page.get(page.size() - 1).sequence());
        }
    }

    /** All that somebody did, and that was done to the account, the newest first; without the seals that belong to it. */
    public void each(String person, Consumer<AuditEntry> with) {
        long before = Long.MAX_VALUE;
        while (true) {
            List<AuditMapper.Stored> page = entries.about(person, before, AT_ONCE);
            page.forEach(s -> with.accept(s.entry()));
            if (page.size() < AT_ONCE) {
                return;
            }
            before = page.get(page.size() - 1).sequence();
        }
    }

    void csv(AuditFilter filter, Writer out) throws IOException {
        try (CsvWriter csv =
                CsvWriter.builder().lineDelimiter(LineDelimiter.CRLF).build(out)) {
            csv.writeRecord("Number", "Time", "Who", "What", "Of", "Before", "After", "Reason", "Previous", "Hash");
            each(filter, s -> csv.writeRecord(cells(s).map(CsvCell::text).toList()));
        }
    }

    private static Stream<String> cells(AuditMapper.Stored s) {
        return Stream.of(
                String.valueOf(s.sequence()),
                s.at().toString(),
                s.who(),
                s.action(),
                s.subject(),
                s.beforeState(),
                s.afterState(),
                s.reason(),
                s.previous(),
                s.hash());
    }

    /** With every field that goes into the hashes, so that the chain can be checked without us. */
    void json(AuditFilter filter, Writer out) {
        try (JsonGenerator json = JSON.createGenerator(ObjectWriteContext.empty(), out)) {
            json.writeStartArray();
            each(filter, s -> {
                json.writeStartObject();
                json.writeNumberProperty("sequence", s.sequence());
                json.writeNumberProperty("at", s.at().toEpochMilli());
                json.writeStringProperty("who", s.who());
                json.writeStringProperty("action", s.action());
                json.writeStringProperty("subject", s.subject());
                json.writeStringProperty("before", s.beforeState());
                json.writeStringProperty("after", s.afterState());
                json.writeStringProperty("reason", s.reason());
                json.writeStringProperty("previous", s.previous());
                json.writeStringProperty("hash", s.hash());
                json.writeEndObject();
            });
            json.writeEndArray();
        }
    }
}
