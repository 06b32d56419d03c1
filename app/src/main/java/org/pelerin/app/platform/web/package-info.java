/** Forms, fields, answers and addresses, for every page. */
package org.pelerin.app.platform.web;
