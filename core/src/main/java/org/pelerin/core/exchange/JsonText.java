package org.pelerin.core.exchange;

import java.io.OutputStream;
import java.io.StringWriter;
import java.util.function.Consumer;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.ObjectWriteContext;
import tools.jackson.core.PrettyPrinter;
import tools.jackson.core.StreamWriteFeature;
import tools.jackson.core.json.JsonFactory;
import tools.jackson.core.util.DefaultPrettyPrinter;

/** A document as text: in one line to be kept, or laid out for people. */
final class JsonText {

    private static final JsonFactory JSON = new JsonFactory();

    private JsonText() {}

    static String of(boolean pretty, Consumer<JsonGenerator> document) {
        StringWriter text = new StringWriter();
        try (JsonGenerator out = JSON.createGenerator(context(pretty), text)) {
            document.accept(out);
        }
        return text.toString();
    }

    /** The same in one line, as UTF-8; nothing of it is kept in memory. The stream stays open. */
    static void to(OutputStream stream, Consumer<JsonGenerator> document) {
        try (JsonGenerator out = JSON.createGenerator(context(false), stream)) {
            out.configure(StreamWriteFeature.AUTO_CLOSE_TARGET, false);
            document.accept(out);
        }
    }

    private static ObjectWriteContext context(boolean pretty) {
        return new ObjectWriteContext.Base() {
            @Override
            public PrettyPrinter getPrettyPrinter() {
                return pretty ? new DefaultPrettyPrinter() : null;
            }

            @Override
            public boolean hasPrettyPrinter() {
                return pretty;
            }
        };
    }
}
