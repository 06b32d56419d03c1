/** Every logger that was ever connected. */
package org.pelerin.app.loggers.registry;
