/** Limits tried on what was recorded before. */
@ApplicationModule(displayName = "Judge", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.judge;

import org.springframework.modulith.ApplicationModule;
