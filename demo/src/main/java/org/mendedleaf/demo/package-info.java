/** The demo office: an invented sail loft, its story, and the tour that takes its pictures. */
package org.mendedleaf.demo;
