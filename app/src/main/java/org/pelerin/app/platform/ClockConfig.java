package org.pelerin.app.platform;

import java.time.Clock;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Primary;

@Configuration
public class ClockConfig {

    @Bean
    @Primary
    DomainClock domainClock() {
        return new DomainClock(Clock.systemUTC());
    }

    @Bean("machineClock")
    Clock machineClock() {
        return Clock.systemUTC();
    }
}
