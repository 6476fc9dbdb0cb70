/** The page of one file: its life, its revisions, what is inside. */
package org.mendedleaf.desktop.file;
