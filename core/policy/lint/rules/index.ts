import type { PolicyRule } from '../types';
import { automatedTold } from './automated-told';
import { childrenTold } from './children-told';
import { complaintTold } from './complaint-told';
import { conflictsSettled } from './conflicts-settled';
import { controllerNamed } from './controller-named';
import { controllerTold } from './controller-told';
import { dateTold } from './date-told';
import { imprintComplete } from './imprint-complete';
import { interestNamed } from './interest-named';
import { inventoryCovered } from './inventory-covered';
import { itemsListed } from './items-listed';
import { lifetimeAsTold } from './lifetime-as-told';
import { noTransferDenied } from './no-transfer-denied';
import { nothingLeftOver } from './nothing-left-over';
import { recipientsTold } from './recipients-told';
import { retentionTold } from './retention-told';
import { rightsReachable } from './rights-reachable';
import { rightsTold } from './rights-told';
import { saleAsInventory } from './sale-as-inventory';
import { saleTold } from './sale-told';
import { slippedServices } from './slipped-services';
import { transfersSafeguarded } from './transfers-safeguarded';
import { transfersTold } from './transfers-told';
import { translated } from './translated';
import { usesTold } from './uses-told';
import { wayBack } from './way-back';

/** Every rule, in the order in which findings of one weight are listed. */
export const POLICY_RULES: readonly PolicyRule[] = [
  automatedTold,
  childrenTold,
  complaintTold,
  conflictsSettled,
  controllerNamed,
  controllerTold,
  dateTold,
  imprintComplete,
  interestNamed,
  inventoryCovered,
  itemsListed,
  lifetimeAsTold,
  noTransferDenied,
  nothingLeftOver,
  recipientsTold,
  retentionTold,
  rightsReachable,
  rightsTold,
  saleAsInventory,
  saleTold,
  slippedServices,
  transfersSafeguarded,
  transfersTold,
  translated,
  usesTold,
  wayBack,
];
