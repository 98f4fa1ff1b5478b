/** The literature the shipped figures come from. Authors appear nowhere else. */
export const CITATIONS = {
  "laslett-2005": "Laslett M, Aprill CN, McDonald B, Young SB. Man Ther 2005;10:207-218",
  "laslett-2003": "Laslett M, Young SB, Aprill CN, McDonald B. Aust J Physiother 2003;49:89-97",
  "van-der-wurff-2006": "van der Wurff P, Buijs EJ, Groen GJ. Arch Phys Med Rehabil 2006;87:10-14",
  "broadhurst-1998": "Broadhurst NA, Bond MJ. J Spinal Disord 1998;11:341-345",
  "saueressig-2021": "Saueressig T, Owen PJ, Diemer F, et al. J Orthop Sports Phys Ther 2021;51:422-431",
  "depalma-2011": "DePalma MJ, Ketchum JM, Saullo T. Pain Med 2011;12:224-233",
} as const;

export type CitationId = keyof typeof CITATIONS;
