/** All loggers together: who needs somebody, and who goes there when. */
@ApplicationModule(displayName = "Fleet", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.fleet;

import org.springframework.modulith.ApplicationModule;
