"""What is put on paper for people: cards of one page, told in plain words from a job's facts and results."""
