import { dental, flat, hall, library, MILL_VISIT, SITE, stage, upstairs } from './bench.ts'

/** Every view of the product, on a place of the demo world that fills it. */
export const VIEWS = [
  '/',
  `/sites/${SITE}`,
  stage('survey'),
  hall('power'),
  stage('airflow'),
  stage('hand-over'),
  flat(6, 'settings'),
  `${MILL_VISIT}/twins`,
  '/library',
  '/library/skerrick-w2',
  '/library/skerrick-w2/edit',
  '/library/patterns',
  '/library/compare?a=skerrick-w2&b=quernstone-c4',
  '/house-rules',
  '/practice',
  '/practice/quernstone-c4',
  stage('sheets/card'),
  stage('sheets/record'),
  '/crew',
  '/account',
  '/device',
  '/join',
]

/** The views of air and zones. */
export const AIR_VIEWS = [
  dental('zones'),
  dental('zones/combinations'),
  dental('zones/steps'),
  dental('zones/balance'),
  dental('airflow/measure'),
  upstairs('airflow/heat'),
  upstairs('airflow/path'),
  upstairs('airflow/together'),
  stage('airflow/coil'),
  hall('airflow/drive'),
  '/library/instruments',
]
/** Fresh air and comfort. */
export const ROOF_VIEWS = [
  library(1, 'fresh-air'),
  library(1, 'fresh-air/line'),
  library(1, 'fresh-air/co2'),
  library(2, 'fresh-air/cooling'),
  library(2, 'fresh-air/points'),
  library(2, 'fresh-air/checks'),
  library(1, 'fresh-air/live'),
  library(1, 'sheets/panel'),
  flat(3, 'comfort'),
  flat(3, 'comfort/sensing'),
  flat(3, 'comfort/complaint'),
]
/** Times. */
export const TIMES_VIEWS = [
  upstairs('times'),
  dental('times/days'),
  upstairs('times/now'),
  upstairs('times/warm'),
  upstairs('times/saves'),
  upstairs('times/later'),
  dental('sheets/week'),
  '/practice/fenwarm-p2',
]
export const PROOF_VIEWS = [
  flat(6, 'proof'),
  flat(4, 'proof/baseline'),
  library(1, 'hand-over'),
  stage('sheets/occupant'),
  '/library/tests',
]
export const ALL_VIEWS = [
  ['any view', VIEWS],
  ['the views of air and zones', AIR_VIEWS],
  ['the views of fresh air and comfort', ROOF_VIEWS],
  ['the views of times', TIMES_VIEWS],
  ['the views of proof and handing over', PROOF_VIEWS],
] as const
