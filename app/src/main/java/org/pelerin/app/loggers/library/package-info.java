/** Models and sensors. */
package org.pelerin.app.loggers.library;
