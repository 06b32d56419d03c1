/** How the installation itself does: what is looked at, for people, for balancers and for programs that watch; and the number of each request. */
package org.pelerin.app.platform.operation;
