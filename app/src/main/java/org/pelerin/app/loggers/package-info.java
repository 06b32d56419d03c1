/** The loggers that were ever seen, their certificates, and the sensors that are connected to them. */
@ApplicationModule(displayName = "Loggers", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.loggers;

import org.springframework.modulith.ApplicationModule;
