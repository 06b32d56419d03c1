/** Trips and their tasks, on a phone too. */
package org.pelerin.app.fleet.rounds;
