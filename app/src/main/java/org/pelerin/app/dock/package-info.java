/** Pages of what is connected now. */
@ApplicationModule(displayName = "Dock", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.dock;

import org.springframework.modulith.ApplicationModule;
