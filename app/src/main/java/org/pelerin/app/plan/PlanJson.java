package org.pelerin.app.plan;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Plans as JSON documents with a version; their schema is {@code docs/formats/plan.schema.json}. */
@Component
public class PlanJson {

    private static final int VERSION = 1;

    private record Document(int version, Plan plan) {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = StartCondition.Now.class, name = "now"),
        @JsonSubTypes.Type(value = StartCondition.OnButton.class, name = "button"),
        @JsonSubTypes.Type(value = StartCondition.At.class, name = "at"),
        @JsonSubTypes.Type(value = StartCondition.After.class, name = "after")
    })
    private interface StartKinds {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = StopCondition.MemoryFull.class, name = "memoryFull"),
        @JsonSubTypes.Type(value = StopCondition.AfterSamples.class, name = "afterSamples"),
        @JsonSubTypes.Type(value = StopCondition.Wrap.class, name = "wrap")
    })
    private interface StopKinds {}

    private final JsonMapper json = JsonMapper.builder()
            .addMixIn(StartCondition.class, StartKinds.class)
            .addMixIn(StopCondition.class, StopKinds.class)
            .build();

    public String write(Plan plan) {
        return json.writeValueAsString(new Document(VERSION, plan));
    }

    public Plan read(String text) {
        Document document = json.readValue(text, Document.class);
        if (document.version() != VERSION) {
            throw new IllegalArgumentException("Plans of version " + document.version() + " are not known");
        }
        return document.plan();
    }
}
