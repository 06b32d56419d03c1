/** The interface for programs, version 1: what people see, as JSON and CSV. */
@ApplicationModule(displayName = "Interface for programs", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.api;

import org.springframework.modulith.ApplicationModule;
