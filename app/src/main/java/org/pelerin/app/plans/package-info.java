/** Plans with their versions, as they are typed, checked and shown. */
@ApplicationModule(displayName = "Plans", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.plans;

import org.springframework.modulith.ApplicationModule;
