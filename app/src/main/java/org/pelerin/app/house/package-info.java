/** What this installation is called, what stands over its reports, and its rules. */
@ApplicationModule(displayName = "House", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.house;

import org.springframework.modulith.ApplicationModule;
