/** Live readings that are kept, and become a mission. */
package org.pelerin.app.collect.live;
