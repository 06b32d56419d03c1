/** Certificates of channels, and what they correct. */
package org.pelerin.app.loggers.calibration;
