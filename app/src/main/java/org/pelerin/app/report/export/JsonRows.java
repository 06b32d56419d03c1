package org.pelerin.app.report.export;

import java.io.IOException;
import java.io.OutputStream;
import java.time.ZoneId;
import java.util.List;
import org.pelerin.core.series.Series;
import org.pelerin.core.unit.SignificantDigits;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.ObjectWriteContext;
import tools.jackson.core.json.JsonFactory;

/** A table as JSON: its channels, then rows of an instant in ms and values, null for a missing one. Streamed. */
public final class JsonRows {

    private static final JsonFactory JSON = new JsonFactory();

    private JsonRows() {}

    /** @param form whose part and step count */
    public static void write(List<Series> series, CsvForm form, ZoneId zone, OutputStream out) throws IOException {
        try (JsonGenerator json = JSON.createGenerator(ObjectWriteContext.empty(), out)) {
            json.writeStartObject();
            json.writeArrayPropertyStart("channels");
            for (Series s : series) {
                json.writeStartObject();
                json.writeStringProperty("label", s.label());
                json.writeStringProperty("unit", s.unit().symbol());
                json.writeEndObject();
            }
            json.writeEndArray();
            json.writeStringProperty("columns", form.step() == null ? "value" : "mean, least, greatest");
            json.writeArrayPropertyStart("rows");
            if (form.step() == null) {
                SampleRows.forEach(series, form.from(), form.to(), (index, millis, values) -> {
                    json.writeStartArray();
                    json.writeNumber(millis);
                    for (double v : values) {
                        value(json, v);
                    }
                    json.writeEndArray();
                });
            } else {
                StepRows.forEach(series, form.from(), form.to(), zone, form.step(), (begin, mean, least, most, n) -> {
                    json.writeStartArray();
                    json.writeNumber(begin);
                    for (int c = 0; c < mean.length; c++) {
                        value(json, mean[c]);
                        value(json, least[c]);
                        value(json, most[c]);
                    }
                    json.writeEndArray();
                });
            }
            json.writeEndArray();
            json.writeEndObject();
        }
    }

    private static void value(JsonGenerator json, double v) {
        if (Double.isNaN(v)) {
            json.writeNull();
        } else {
            json.writeNumber(SignificantDigits.rounded(v));
        }
    }
}
