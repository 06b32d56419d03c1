/** Which logger lies at which spot since when, and the pages of sites and spots. */
@ApplicationModule(displayName = "Placing", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.placing;

import org.springframework.modulith.ApplicationModule;
