package org.pelerin.app.missions;

import java.util.List;

/** It was noted otherwise how long loggers lay at their spots: what is judged of these missions follows. */
public record StayChanged(List<Long> missions) {}
