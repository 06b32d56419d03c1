/** What was recorded: series in blocks, disturbances of the mains. */
@ApplicationModule(displayName = "Record", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.record;

import org.springframework.modulith.ApplicationModule;
