-- Paper taken for a bag was called a cut, as a line that is cut through is.
ALTER TABLE cut RENAME TO bag_paper;
