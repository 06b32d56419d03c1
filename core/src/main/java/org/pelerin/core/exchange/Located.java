package org.pelerin.core.exchange;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.TokenStreamLocation;
import tools.jackson.core.exc.StreamReadException;
import tools.jackson.core.json.JsonFactory;

/**
 * JSON that knows where it stands, so that whatever is wrong is said at its line and column.
 *
 * @param value a map of names, a list, a text, a number as it is written, a truth, or null
 * @param path as {@code rules[1].bound}; empty for the document
 */
record Located(Object value, String path, int line, int column) {

    private static final int DEEPEST = 32;
    private static final JsonFactory JSON = new JsonFactory();

    /** A number as it is written. */
    private record Digits(String text) {}

    /** @throws DocumentException if it is not JSON, or a name comes twice */
    static Located read(String text) {
        try (JsonParser in = JSON.createParser(tools.jackson.core.ObjectReadContext.empty(), text)) {
            in.nextToken();
            if (in.currentToken() == null) {
                throw new DocumentException("the document is empty", "", 1, 1);
            }
            Located all = read(in, "", 0);
            if (in.nextToken() != null) {
                throw at(in, "something follows the document", "");
            }
            return all;
        } catch (StreamReadException e) {
            TokenStreamLocation where = e.getLocation();
            throw new DocumentException(
                    "this is not JSON: " + JsonFault.words(e),
                    "",
                    where == null ? 1 : where.getLineNr(),
                    where == null ? 1 : Math.max(1, where.getColumnNr()));
        } catch (JacksonException e) {
            throw new DocumentException("this is not JSON", "", 1, 1);
        }
    }

    private static DocumentException at(JsonParser in, String message, String path) {
        TokenStreamLocation where = in.currentTokenLocation();
        return new DocumentException(message, path, where.getLineNr(), where.getColumnNr());
    }

    private static Located read(JsonParser in, String path, int depth) {
        TokenStreamLocation where = in.currentTokenLocation();
        if (depth > DEEPEST) {
            throw at(in, "it is nested too deep", path);
        }
        JsonToken token = in.currentToken();
        Object value;
        if (token == JsonToken.START_OBJECT) {
            value = object(in, path, depth);
        } else if (token == JsonToken.START_ARRAY) {
            List<Located> list = new ArrayList<>();
            while (in.nextToken() != JsonToken.END_ARRAY) {
                list.add(read(in, path + "[" + list.size() + "]", depth + 1));
            }
            value = list;
        } else if (token == JsonToken.VALUE_STRING) {
            value = in.getString();
        } else if (token == JsonToken.VALUE_NUMBER_INT || token == JsonToken.VALUE_NUMBER_FLOAT) {
            value = new Digits(in.getString());
        } else if (token == JsonToken.VALUE_TRUE || token == JsonToken.VALUE_FALSE) {
            value = token == JsonToken.VALUE_TRUE;
        } else {
            value = null;
        }
        return new Located(value, path, where.getLineNr(), where.getColumnNr());
    }

    private static Map<String, Located> object(JsonParser in, String path, int depth) {
        Map<String, Located> out = new LinkedHashMap<>();
        while (in.nextToken() != JsonToken.END_OBJECT) {
            String name = in.currentName();
            if (out.containsKey(name)) {
                throw at(in, "“" + name + "” comes twice", path);
            }
            in.nextToken();
            out.put(name, read(in, path.isEmpty() ? name : path + "." + name, depth + 1));
        }
        return out;
    }

    DocumentException wrong(String message) {
        return new DocumentException(message, path, line, column);
    }

    /** Its fields; all of them have to be among those that are known. */
    @SuppressWarnings("unchecked")
    Map<String, Located> fields(Set<String> known) {
        if (!(value instanceof Map)) {
            throw wrong("an object is wanted here");
        }
        Map<String, Located> fields = (Map<String, Located>) value;
        fields.forEach((name, field) -> {
            if (!known.contains(name)) {
                throw field.wrong("there is no field “" + name + "” here");
            }
        });
        return fields;
    }

    @SuppressWarnings("unchecked")
    List<Located> list() {
        if (!(value instanceof List)) {
            throw wrong("a list is wanted here");
        }
        return (List<Located>) value;
    }

    String text() {
        if (!(value instanceof String s) || s.isBlank()) {
            throw wrong("a text is wanted here");
        }
        return s;
    }

    double number() {
        if (!(value instanceof Digits d)) {
            throw wrong("a number is wanted here");
        }
        double v = Double.parseDouble(d.text);
        if (Double.isInfinite(v)) {
            throw wrong("the number is too large");
        }
        return v;
    }

    boolean flag() {
        if (!(value instanceof Boolean b)) {
            throw wrong("true or false is wanted here");
        }
        return b;
    }

    /** 3, and 3.0, which is the same number. */
    int count() {
        if (value instanceof Digits d) {
            try {
                int n = new BigDecimal(d.text).intValueExact();
                if (n > 0) {
                    return n;
                }
            } catch (ArithmeticException e) {
                // said below
            }
        }
        throw wrong("a whole number above 0 is wanted here");
    }
}
