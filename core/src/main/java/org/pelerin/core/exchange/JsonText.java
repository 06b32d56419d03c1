package org.pelerin.core.exchange;

import java.io.StringWriter;
import java.util.function.Consumer;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.ObjectWriteContext;
import tools.jackson.core.PrettyPrinter;
import tools.jackson.core.json.JsonFactory;
import tools.jackson.core.util.DefaultPrettyPrinter;

/** A document as text: in one line to be kept, or laid out for people. */
final class JsonText {

    private static final JsonFactory JSON = new JsonFactory();

    private JsonText() {}

    static String of(boolean pretty, Consumer<JsonGenerator> document) {
        StringWriter text = new StringWriter();
        ObjectWriteContext context = new ObjectWriteContext.Base() {
            @Override
            public PrettyPrinter getPrettyPrinter() {
                return pretty ? new DefaultPrettyPrinter() : null;
            }

            @Override
            public boolean hasPrettyPrinter() {
                return pretty;
            }
        };
        try (JsonGenerator out = JSON.createGenerator(context, text)) {
            document.accept(out);
        }
        return text.toString();
    }
}
