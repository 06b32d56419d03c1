/** The dock and network stations: watched, looked for, linked to. */
package org.pelerin.app.loggers.connection;
