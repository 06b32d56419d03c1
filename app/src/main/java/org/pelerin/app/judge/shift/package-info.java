/** When people work at a spot, so that the noise they take is judged by the shift. */
package org.pelerin.app.judge.shift;
