package org.pelerin.app.fleet.notices;

import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import org.pelerin.app.platform.PelerinProperties;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.operation.Checkup;
import org.pelerin.app.platform.operation.Condition;
import org.pelerin.app.platform.operation.Figure;
import org.springframework.stereotype.Component;

/** Whether notices go out. */
@Component
class NoticeCheckup implements Checkup, MeterBinder {

    private final NoticeMapper notices;
    private final PelerinProperties properties;

    NoticeCheckup(NoticeMapper notices, PelerinProperties properties) {
        this.notices = notices;
        this.properties = properties;
    }

    @Override
    public String name() {
        return "mail";
    }

    @Override
    public boolean pressing() {
        return false;
    }

    @Override
    public Condition look() {
        String title = Texts.of("fleet.notices.noticeCheckup.mail");
        if (!properties.mail().present()) {
            return Condition.sound(title, Texts.of("fleet.notices.noticeCheckup.noMailServerIsSet"));
        }
        long troubled = notices.troubled();
        return troubled > 0
                ? Condition.attention(
                        title,
                        Texts.of("fleet.notices.noticeCheckup.noticesCouldNotBeSent", "n", troubled),
                        Texts.of("fleet.notices.noticeCheckup.checkTheMailServer"))
                : Condition.sound(title, Texts.of("fleet.notices.noticeCheckup.noticesAreSent"));
    }

    @Override
    public void bindTo(MeterRegistry registry) {
        Figure.gauge(registry, "pelerin.notices.unsent", notices::unsent);
    }
}
