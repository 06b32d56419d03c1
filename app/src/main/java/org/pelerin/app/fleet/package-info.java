/** All loggers together: who needs attention, who visits which and when, who is told; the pages of what is connected now. */
@ApplicationModule(displayName = "Fleet", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.fleet;

import org.springframework.modulith.ApplicationModule;
