/** Sites and spots, with their pictures and files. */
@ApplicationModule(displayName = "Places", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.places;

import org.springframework.modulith.ApplicationModule;
