/** Shelves, their folders and files, and adding a shelf. */
package org.mendedleaf.desktop.shelves;
