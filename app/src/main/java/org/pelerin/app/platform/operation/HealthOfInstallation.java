package org.pelerin.app.platform.operation;

import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.boot.health.contributor.CompositeHealthContributor;
import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.boot.health.contributor.Status;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What is looked at, as answers to programs: without words, which may name what is nobody's business. */
@Configuration
class HealthOfInstallation {

    static final Status ATTENTION = new Status("ATTENTION");

    @Bean
    CompositeHealthContributor installation(Checkups checkups) {
        Map<String, HealthIndicator> out = new LinkedHashMap<>();
        checkups.all().forEach(c -> out.put(c.name(), () -> health(c)));
        return CompositeHealthContributor.fromMap(out);
    }

    private static Health health(Checkup c) {
        return switch (Checkups.look(c).state()) {
            case SOUND -> Health.up().build();
            case ATTENTION -> Health.status(ATTENTION).build();
            case FAILED -> Health.down().build();
        };
    }
}
