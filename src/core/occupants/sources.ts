import { GENERAL_HUSBANDRY } from "./occupant";

/** Full references of what the library's figures name. */
export const OCCUPANT_SOURCES: Readonly<Record<string, string>> = {
  [GENERAL_HUSBANDRY]:
    "What growers and keepers agree on; nobody is known to have measured it for containers. Taken as a wide range.",
  "Adlassnig et al. 2005":
    "Adlassnig W, Peroutka M, Lambers H, Lichtscheidl IK (2005) The roots of carnivorous plants. Plant and Soil 274:127-140",
  "Allen et al. 1998":
    "Allen RG, Pereira LS, Raes D, Smith M (1998) Crop evapotranspiration. FAO Irrigation and Drainage Paper 56, table 22",
  "Ayers & Westcot 1985":
    "Ayers RS, Westcot DW (1985) Water Quality for Agriculture. FAO Irrigation and Drainage Paper 29 rev. 1, table 4 (after Maas and Hoffman 1977)",
  "Benzing 1990": "Benzing DH (1990) Vascular Epiphytes: General Biology and Related Biota. Cambridge University Press",
  "Feddes et al. 1978":
    "Feddes RA, Kowalik PJ, Zaradny H (1978) Simulation of Field Water Use and Crop Yield. Pudoc, Wageningen",
  "Handreck & Black 2002":
    "Handreck K, Black N (2002) Growing Media for Ornamental Plants and Turf. UNSW Press (air-filled porosity by kind of plant)",
  "Heatwole & Lim 1961":
    "Heatwole H, Lim K (1961) Relation of substrate moisture to absorption and loss of water by the salamander Plethodon cinereus. Ecology 42:814-819",
  "Maas & Hoffman 1977":
    "Maas EV, Hoffman GJ (1977) Crop salt tolerance: current assessment. J Irrig Drain Div ASCE 103:115-134",
  "Maas & Grattan 1999":
    "Maas EV, Grattan SR (1999) Crop yields as affected by salinity. In: Skaggs RW, van Schilfgaarde J (eds) Agricultural Drainage. Agron Monogr 38, ASA, Madison (the tables of Maas and Hoffman, with the crops measured since)",
  "Spotila 1972":
    "Spotila JR (1972) Role of temperature and water in the ecology of lungless salamanders. Ecol Monogr 42:95-125",
  "Wesseling & van Wijk 1957":
    "Wesseling J, van Wijk WR (1957) Soil physical conditions in relation to drain depth. In: Luthin JN (ed) Drainage of Agricultural Lands. Am Soc Agron",
};
