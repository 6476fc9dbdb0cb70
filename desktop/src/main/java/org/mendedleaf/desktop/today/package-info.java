/** What needs a person today. */
package org.mendedleaf.desktop.today;
