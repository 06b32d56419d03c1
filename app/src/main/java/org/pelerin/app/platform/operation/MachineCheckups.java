package org.pelerin.app.platform.operation;

import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import java.io.File;
import java.time.Clock;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.core.JdbcTemplate;

/** The database's clock beside this machine's, and the disk that files on their way need. */
@Configuration
class MachineCheckups {

    static final String OFFSET = "pelerin.clock.offset.seconds";

    private static final double TENTH_OF_GIGA = 1e8;
    private static final double TENTHS = 10;
    private static final double MILLIS = 1e3;
    private static final long LITTLE = 1_000_000_000L;
    private static final long NOTHING = 100_000_000L;
    private static final double LARGEST_OFFSET_SECONDS = 2;

    @Bean
    Checkup clock(JdbcTemplate sql, @Qualifier("machineClock") Clock machine) {
        return new Named("clock") {
            @Override
            public Condition look() {
                double offset = offset(sql, machine);
                String title = Texts.of("platform.operation.machineCheckups.clock");
                return Math.abs(offset) > LARGEST_OFFSET_SECONDS
                        ? Condition.attention(
                                title,
                                Texts.of(
                                        "platform.operation.machineCheckups.theClocksDiffer",
                                        "seconds",
                                        "%.1f".formatted(Math.abs(offset))),
                                Texts.of("platform.operation.machineCheckups.setBothByTimeServer"))
                        : Condition.sound(title, Texts.of("platform.operation.machineCheckups.theClocksAgree"));
            }
        };
    }

    /** How far the database's clock is ahead of this machine's, in seconds. */
    private static double offset(JdbcTemplate sql, Clock machine) {
        long before = machine.millis();
        Double there = sql.queryForObject("SELECT UNIX_TIMESTAMP(SYSDATE(3)) * 1000", Double.class);
        long middle = (before + machine.millis()) / 2;
        return there == null ? 0 : (there - middle) / MILLIS;
    }

    @Bean
    MeterBinder clockOffset(JdbcTemplate sql, @Qualifier("machineClock") Clock machine) {
        return (MeterRegistry r) -> Figure.gauge(r, OFFSET, () -> offset(sql, machine));
    }

    @Bean
    Checkup disk(Formats show) {
        return new Named("disk") {
            @Override
            public Condition look() {
                long free = new File(System.getProperty("java.io.tmpdir")).getUsableSpace();
                String title = Texts.of("platform.operation.machineCheckups.disk");
                String said = Texts.of(
                        "platform.operation.machineCheckups.gigabytesAreFree",
                        "gb",
                        show.number(Math.floor(free / TENTH_OF_GIGA) / TENTHS, 1));
                String advice = Texts.of("platform.operation.machineCheckups.makeRoom");
                return free < NOTHING
                        ? Condition.failed(title, said, advice)
                        : free < LITTLE ? Condition.attention(title, said, advice) : Condition.sound(title, said);
            }
        };
    }

    private abstract static class Named implements Checkup {

        private final String name;

        Named(String name) {
            this.name = name;
        }

        @Override
        public String name() {
            return name;
        }
    }
}
