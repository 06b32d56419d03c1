/** Sound at work: what a level comes to in each working shift. */
package org.pelerin.core.sound;
