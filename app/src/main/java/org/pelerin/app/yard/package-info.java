/** The simulated outdoors as a page, where there is one. */
@ApplicationModule(displayName = "Yard", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.yard;

import org.springframework.modulith.ApplicationModule;
