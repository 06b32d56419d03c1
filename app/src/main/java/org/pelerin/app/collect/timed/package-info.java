/** Tests of set length on a connected logger, with the ratios of values at elapsed times. */
package org.pelerin.app.collect.timed;
