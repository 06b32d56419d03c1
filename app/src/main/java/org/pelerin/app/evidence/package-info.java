/** Who did what: the chained audit trail, and the two entries around what is done to a device. */
@ApplicationModule(displayName = "Evidence", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.evidence;

import org.springframework.modulith.ApplicationModule;
