/** Questions and jobs that run beside the interface thread. */
package org.mendedleaf.desktop.work;
