/** The loggers: which there are, how they are reached and cared for, their certificates, models and sensors. */
@ApplicationModule(displayName = "Loggers", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.loggers;

import org.springframework.modulith.ApplicationModule;
