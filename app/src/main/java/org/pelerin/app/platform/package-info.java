/** What every room stands on and no room is about: clocks, SQL types, forms and texts, PDF, secrets, long work. */
@ApplicationModule(displayName = "Platform", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.platform;

import org.springframework.modulith.ApplicationModule;
