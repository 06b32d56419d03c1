/** PIN, firmware and outputs of a connected logger. */
package org.pelerin.app.loggers.care;
