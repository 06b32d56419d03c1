/** The dock and network stations watched; writing, live readings and care of what is connected. */
@ApplicationModule(displayName = "Connection", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.connection;

import org.springframework.modulith.ApplicationModule;
