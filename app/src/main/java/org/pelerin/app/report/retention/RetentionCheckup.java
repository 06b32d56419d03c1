package org.pelerin.app.report.retention;

import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.operation.Checkup;
import org.pelerin.app.platform.operation.Condition;
import org.springframework.stereotype.Component;

/** Whether removals of records wait for an administrator. */
@Component
class RetentionCheckup implements Checkup {

    private final RetentionMapper mapper;

    RetentionCheckup(RetentionMapper mapper) {
        this.mapper = mapper;
    }

    @Override
    public String name() {
        return "retention";
    }

    @Override
    public Condition look() {
        String title = Texts.of("report.retention.title");
        RetentionMapper.Waiting w = mapper.waiting();
        if (w.failed() > 0) {
            return Condition.attention(
                    title,
                    Texts.of("report.retention.checkup.failed", "n", w.failed()),
                    Texts.of("report.retention.checkup.seeWhy"));
        }
        return w.asked() > 0
                ? Condition.attention(
                        title,
                        Texts.of("report.retention.checkup.asked", "n", w.asked()),
                        Texts.of("report.retention.checkup.approve"))
                : Condition.sound(title, Texts.of("report.retention.checkup.nothingWaits"));
    }
}
