package org.pelerin.core.exchange;

import java.util.Objects;
import org.pelerin.core.plan.Plan;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * A plan as a JSON document, for files and for the database; its schema is {@code docs/formats/plan.schema.json}. Documents of
 * version 1, which had one pair of alarms a channel, are still read.
 *
 * @param version of the format
 * @param name of the plan; may be empty
 */
public record PlanDocument(int version, String name, Plan plan) {

    public static final int VERSION = 2;

    public PlanDocument {
        Objects.requireNonNull(name);
        Objects.requireNonNull(plan);
    }

    public static String write(String name, Plan plan) {
        return Documents.write(new PlanDocument(VERSION, name, plan));
    }

    /** As a file for people. */
    public static String file(String name, Plan plan) {
        return Documents.pretty(new PlanDocument(VERSION, name, plan));
    }

    /** @throws DocumentException that says what is wrong and where */
    public static PlanDocument read(String text) {
        JsonNode tree = Documents.tree(text);
        JsonNode version = tree.path("version");
        if (!tree.isObject() || !version.isNumber()) {
            throw new DocumentException(
                    "this is not a plan: a plan begins with its version, as {\"version\": " + VERSION + ", …",
                    "version",
                    0);
        }
        if (version.doubleValue() == 1) {
            return Documents.read(upgraded((ObjectNode) tree), PlanDocument.class);
        }
        if (version.doubleValue() == VERSION) {
            // from the text, not the tree, so that an error knows its line
            return Documents.read(text, PlanDocument.class);
        }
        throw new DocumentException(
                "plans of version " + version.asString() + " are not known; this program reads 1 and " + VERSION,
                "version",
                0);
    }

    public static Plan plan(String text) {
        return read(text).plan();
    }

    private static ObjectNode upgraded(ObjectNode document) {
        document.put("version", VERSION);
        if (!document.has("name")) {
            document.put("name", "");
        }
        if (document.path("plan") instanceof ObjectNode plan) {
            plan.putNull("scan");
            plan.putObject("options");
            if (plan.path("channels") instanceof ArrayNode channels) {
                channels.forEach(c -> {
                    if (c instanceof ObjectNode channel) {
                        upgradeChannel(channel);
                    }
                });
            }
        }
        return document;
    }

    private static void upgradeChannel(ObjectNode channel) {
        ObjectNode level = channel.objectNode();
        for (String side : new String[] {"high", "low"}) {
            JsonNode alarm = channel.remove(side);
            level.set(side, alarm);
            if (alarm instanceof ObjectNode a) {
                ObjectNode lasting = a.objectNode();
                lasting.put("kind", "delay");
                lasting.set("delay", a.remove("delay"));
                a.set("lasting", lasting);
            }
        }
        channel.putNull("sensor");
        channel.put("unit", "");
        channel.putObject("correction").put("kind", "linear").put("gain", 1.0).put("offset", 0.0);
        channel.put("cutOff", 0.0);
        channel.put("fault", "MISSING");
        channel.putNull("decimals");
        channel.putNull("display");
        channel.putArray("levels").add(level);
    }
}
