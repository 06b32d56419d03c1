/** Programs that are told what needs somebody, as people are by mail. */
package org.pelerin.app.fleet.hooks;
