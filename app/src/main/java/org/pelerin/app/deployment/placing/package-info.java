/** Which logger lies at which spot since when, and the pages of sites and spots. */
package org.pelerin.app.deployment.placing;
