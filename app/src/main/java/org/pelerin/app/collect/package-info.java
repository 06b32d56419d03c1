/** Records coming home: downloads, memory sticks, stations in their time. */
@ApplicationModule(displayName = "Collect", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.collect;

import org.springframework.modulith.ApplicationModule;
