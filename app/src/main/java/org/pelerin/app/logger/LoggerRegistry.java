package org.pelerin.app.logger;

import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;

/** Every logger that was ever connected. */
@Service
public class LoggerRegistry {

    private final LoggerMapper loggers;

    LoggerRegistry(LoggerMapper loggers) {
        this.loggers = loggers;
    }

    public void see(LoggerUnit unit) {
        loggers.see(unit);
    }

    public Optional<LoggerUnit> find(String serial) {
        return Optional.ofNullable(loggers.bySerial(serial));
    }

    public List<LoggerUnit> all() {
        return loggers.all();
    }
}
